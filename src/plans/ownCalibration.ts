import type { z } from 'zod'
import type { LimitTerm, OwnTerm } from '@/core/error/errorLimit'
import { certifiedPoint } from '@/core/reference/certifiedPoint'
import { REFERENCE_KINDS } from '@/core/reference/referenceKind'
import { Refusal } from '@/core/refusal'
import { ofCountedRounds } from '@/core/run/roundRole'
import { span } from '@/core/transfer/calibratedRange'
import { convertPressure, type PressureUnit, pressureUnitOf } from '@/core/units/pressureUnit'
import { ConfigurationNumbers } from '../schema/configurationForm'
import type { SealedRecord } from '../schema/record'
import type { Reference, ReferenceRange } from '../schema/reference'
import type { CertifiedRangeForm } from '../schema/referenceForm'
import { certificatesOfRange } from './workingReferencesOf'

/** Where the instruments stand that are references in truth. */
export const REFERENCE_AREA = 'References'

/** Usual points where no certificate says others, % of the range. */
const USUAL_POINTS = [0, 20, 40, 60, 80, 100]

/**
 * A range of a reference as an instrument that is read on its own display: its accuracy is its limit, and the points of
 * its newest certificate are its points.
 *
 * @throws {Refusal} for what is no pressure: the pressure is given by a higher reference
 */
export function configurationOfRange(
  reference: Reference,
  range: ReferenceRange,
): z.infer<typeof ConfigurationNumbers> {
  const { facts, code } = reference
  const { rangeLow, rangeHigh, pressureKind, accuracy, serialNumber } = range
  const unit = pressureUnitOf(range.unit)
  if (!unit || !pressureKind)
    throw new Refusal(
      'rangeId',
      `${code} measures no pressure there`,
      'it is calibrated by a laboratory; enter its certificate',
    )
  const entered = ConfigurationNumbers.safeParse({
    description: facts.description.slice(0, 200),
    area: REFERENCE_AREA,
    kind: REFERENCE_KINDS[facts.kind].calibratedAs,
    ...{ pressureKind, unit, lrl: rangeLow, url: rangeHigh, lrv: rangeLow, urv: rangeHigh },
    minSpan: rangeHigh - rangeLow,
    signal: 'display',
    errorLimit: { combine: accuracy.combine, terms: accuracy.terms.map((term) => termOf(term, unit)) },
    adjustLimit: null,
    intervalMonths: 12,
    testPoints: pointsOf(reference, range),
    pointOrder: 'up-down',
    hookUp: 'bench',
    ...(facts.media.length > 0 && { touchedBy: facts.media }),
    nameplate: { maker: facts.maker, model: facts.model, serialNumber: serialNumber || facts.serialNumber },
  })
  if (entered.success) return entered.data
  const [issue] = entered.error.issues
  throw new Refusal(
    'rangeId',
    `${code} cannot be calibrated so: ${issue?.message ?? ''}`,
    'look at its range and its accuracy',
  )
}

const termOf = (term: LimitTerm | OwnTerm, unit: PressureUnit): LimitTerm => {
  if (term.kind === 'floor') return { kind: 'absolute', value: term.value, unit }
  return term.kind === 'steps' ? { kind: 'counts', value: term.value, step: term.step, unit } : term
}

/** Where its newest certificate has points, rounded to what can be set. */
function pointsOf(reference: Reference, { id, rangeLow, rangeHigh }: ReferenceRange): number[] {
  const [newest] = certificatesOfRange(reference, id).filter(({ range }) => range.points.length > 1)
  const percents = newest?.range.points.map(({ indicated }) =>
    Number((((indicated - rangeLow) / (rangeHigh - rangeLow)) * 100).toFixed(1)),
  )
  const within = [...new Set(percents)].filter((percent) => percent >= 0 && percent <= 100)
  return within.length > 1 ? within : USUAL_POINTS
}

type JudgedRecordPoint = SealedRecord['results'][number]['points'][number]

/** What U of a certificate of our own is stated with, whatever factor each point of the record has by its degrees of freedom. */
const COVERAGE_FACTOR = 2

/** U of a point for that factor, ± % of output span; a record without budgets states it so already. */
const expandedByFactor = ({ budget, expandedUncertaintyPercentSpan }: JudgedRecordPoint): number | undefined =>
  budget ? COVERAGE_FACTOR * budget.combinedStandardUncertainty : expandedUncertaintyPercentSpan

/**
 * What a sealed record says of a range, as its certificate: a point of it from every reading of that point.
 *
 * @throws {Refusal} for a record that states no uncertainty
 */
export function certifiedByRecord(
  { results, rounds, world }: SealedRecord,
  { mark, unit }: Pick<ReferenceRange, 'mark' | 'unit'>,
): CertifiedRangeForm {
  const { asFound, asLeft } = ofCountedRounds(rounds, results)
  const given = asLeft ?? asFound
  if (!given) throw new Refusal('sequence', 'the record has no round that counts', 'choose another')
  const own = pressureUnitOf(unit)
  const inOwn = (value: number) => (own ? convertPressure(value, world.configuration.unit, own) : value)
  const pointsBy = ({ points }: typeof given) =>
    [...new Set(points.map(({ targetPercent }) => targetPercent))].map((percent) => {
      const read = points.filter(({ targetPercent }) => targetPercent === percent)
      const uncertainties = read.flatMap((point) => expandedByFactor(point) ?? [])
      if (uncertainties.length < read.length)
        throw new Refusal('sequence', 'the record states no uncertainty', 'a certificate needs one: calibrate it again')
      const perPercent = Math.abs(span(world.configuration)) / 100
      const { indicated, correction, uncertainty } = certifiedPoint(
        read.map(({ applied, output }, index) => ({
          applied: inOwn(applied),
          shown: inOwn(output),
          expanded: inOwn((uncertainties[index] ?? 0) * perPercent),
        })),
      )
      return {
        indicated: rounded(indicated),
        reference: null,
        correction: rounded(correction),
        uncertainty: rounded(uncertainty),
      }
    })
  return {
    ...{ mark, uncertainty: [], coverageFactor: COVERAGE_FACTOR },
    points: pointsBy(given),
    found: asLeft && asFound ? pointsBy(asFound) : [],
  }
}

/** Binary arithmetic leaves tails; twelve digits are more than anybody reads. */
const rounded = (value: number): number => Number(value.toPrecision(12))
