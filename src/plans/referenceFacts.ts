import type { ReferenceLimit } from '@/core/error/errorLimit'
import { convertPressure, pressureUnitOf } from '@/core/units/pressureUnit'
import type {
  CertifiedRange,
  Reference,
  ReferenceCertificate,
  ReferenceFacts,
  ReferenceRange,
} from '../schema/reference'
import { enteredOf, storedOf } from '../schema/referenceFields'
import type { CertificateForm, CertifiedRangeForm, RangeForm, ReferenceForm } from '../schema/referenceForm'

type Terms = RangeForm['accuracy']

/**
 * What was entered of a reference, as it is stored. A range keeps its id by its mark; one that is not named any more is
 * kept as removed, so that its certificates and what was done with it can be read.
 *
 * @param before what is stored of it; null for a new one
 */
export function factsOf(form: ReferenceForm, before: ReferenceFacts | null, newId: () => string): ReferenceFacts {
  const { deviceKind: kind, ranges } = form
  const known = before?.ranges ?? []
  const named = ranges.map((range) => rangeOf(range, known.find(({ mark }) => mark === range.mark)?.id ?? newId()))
  const removed = known
    .filter(({ mark }) => !ranges.some((range) => range.mark === mark))
    .map((range) => ({ ...range, isRemoved: true }))
  return {
    ...storedOf(form),
    kind,
    ranges: [...named, ...removed],
  }
}

function rangeOf(form: RangeForm, id: string): ReferenceRange {
  const { measures, accuracy, accuracyCombine, driftPerYear, temperature, gravity, piston, ...rest } = form
  const limit = (terms: Terms, combine: ReferenceLimit['combine'] = 'sum') => limitOf(terms, form.resolution, combine)
  return {
    ...rest,
    id,
    quantity: measures.kind,
    pressureKind: measures.kind === 'pressure' ? measures.pressureKind : null,
    unit: measures.unit,
    accuracy: limit(accuracy, accuracyCombine),
    driftPerYear: driftPerYear.length > 0 ? limit(driftPerYear) : null,
    temperature: temperature && { ...temperature, perKelvin: limit(temperature.perKelvin) },
    gravityMPerS2: gravity,
    piston: piston && pistonOf(piston),
    isRemoved: false,
  }
}

/** A piston in the units of its certificate, as it is stored. */
const pistonOf = (piston: NonNullable<RangeForm['piston']>): NonNullable<ReferenceRange['piston']> => ({
  areaM2: scaled(piston.area, 1e-4),
  pistonMassKg: piston.mass,
  massDensityKgPerM3: piston.massDensity,
  referenceCelsius: piston.referenceCelsius,
  areaExpansionPerK: scaled(piston.areaExpansion, 1e-6),
  distortionPerPa: scaled(piston.distortion, 1e-12),
  surfaceTensionNPerM: scaled(piston.surfaceTension, 1e-3),
})

const pistonFormOf = (piston: NonNullable<ReferenceRange['piston']>): NonNullable<RangeForm['piston']> => ({
  area: scaled(piston.areaM2, 1e4),
  mass: piston.pistonMassKg,
  massDensity: piston.massDensityKgPerM3,
  referenceCelsius: piston.referenceCelsius,
  areaExpansion: scaled(piston.areaExpansionPerK, 1e6),
  distortion: scaled(piston.distortionPerPa, 1e12),
  surfaceTension: scaled(piston.surfaceTensionNPerM, 1e3),
})

/** There and back gives the digits that were typed. */
const scaled = (value: number, factor: number): number => Number((value * factor).toPrecision(12))

/** Terms as entered; counts are of the last digit the range shows. */
function limitOf(terms: Terms, resolution: number, combine: ReferenceLimit['combine']) {
  return {
    combine,
    terms: terms.map(({ of: kind, value }) => (kind === 'steps' ? { kind, value, step: resolution } : { kind, value })),
  }
}

/** A reference as its form shows it, to be changed. */
export function referenceFormOf({ code, facts }: Pick<Reference, 'code' | 'facts'>): ReferenceForm {
  const { kind: deviceKind, ranges } = facts
  return {
    ...enteredOf(facts),
    deviceKind,
    code,
    ranges: ranges.filter(({ isRemoved }) => !isRemoved).map(rangeFormOf),
  }
}

function rangeFormOf(range: ReferenceRange): RangeForm {
  const { accuracy, driftPerYear, temperature, mark, serialNumber, rangeLow, rangeHigh, overRange, unit } = range
  return {
    mark,
    serialNumber,
    measures: measuresOf(range),
    rangeLow,
    rangeHigh,
    overRange,
    resolution: range.resolution,
    accuracy: termsOf(accuracy, unit),
    accuracyCombine: accuracy.combine,
    knownBy: range.knownBy,
    driftFrom: range.driftFrom,
    driftPerYear: driftPerYear ? termsOf(driftPerYear, unit) : [],
    temperature: temperature && { ...temperature, perKelvin: termsOf(temperature.perKelvin, unit) },
    gravity: range.gravityMPerS2,
    piston: range.piston && pistonFormOf(range.piston),
  }
}

function measuresOf({ quantity, pressureKind, unit }: ReferenceRange): RangeForm['measures'] {
  const pressure = pressureUnitOf(unit)
  if (quantity === 'pressure' && pressure && pressureKind) return { kind: 'pressure', pressureKind, unit: pressure }
  if (quantity === 'resistance') return { kind: 'resistance', unit: 'Ω' }
  if (quantity === 'temperature') return { kind: 'temperature', unit: '°C' }
  return { kind: 'electrical', unit: unit === 'V' || unit === 'mV' ? unit : 'mA' }
}

/** Terms as the form has them: from before some may be in a unit of their own, and become a floor in that of the range. */
const termsOf = ({ terms }: ReferenceRange['accuracy'], unit: string): Terms =>
  terms.map((term) => {
    const own = pressureUnitOf(unit)
    switch (term.kind) {
      case 'absolute':
        return { of: 'floor', value: own ? convertPressure(term.value, term.unit, own) : term.value }
      case 'counts':
        return {
          of: 'floor',
          value: own ? convertPressure(term.value * term.step, term.unit, own) : term.value * term.step,
        }
      default:
        return { of: term.kind, value: term.value }
    }
  })

/** Where a certificate states no uncertainty there is nothing that a factor would divide. */
const NOTHING_TO_DIVIDE = 1

/**
 * What was entered of a certificate for one range, as it is stored: by points, rising, with what has to be added.
 *
 * @param resolution of the range, one count of its last digit
 */
export function certifiedRangeOf(
  { coverageFactor, uncertainty, points, found }: CertifiedRangeForm,
  { id, resolution }: Pick<ReferenceRange, 'id' | 'resolution'>,
): CertifiedRange {
  return {
    rangeId: id,
    coverageFactor: coverageFactor ?? NOTHING_TO_DIVIDE,
    uncertainty: uncertainty.length > 0 ? limitOf(uncertainty, resolution, 'sum') : null,
    points: pointsOf(points),
    found: pointsOf(found),
  }
}

const pointsOf = (points: CertificateForm['ranges'][number]['points']) =>
  points
    .map(({ indicated, reference, correction, uncertainty }) => ({
      indicated,
      correction: correction ?? difference(reference ?? indicated, indicated),
      uncertainty,
    }))
    .toSorted((a, b) => a.indicated - b.indicated)

/** Decimal figures are not exact in binary: 10.002 − 10 is a hair off 0.002. */
const difference = (a: number, b: number): number => Number((a - b).toPrecision(9))

/** A certificate as its form shows it, to be put right. */
export function certificateFormOf(
  certificate: ReferenceCertificate,
  { facts }: Pick<Reference, 'facts'>,
): CertificateForm {
  const { number, laboratory, accreditation, calibratedOn, dueOn, ranges } = certificate
  return {
    ...{ number, laboratory, accreditation, calibratedOn, dueOn },
    ranges: ranges.flatMap(({ rangeId, coverageFactor, uncertainty, points, found }) => {
      const range = facts.ranges.find(({ id }) => id === rangeId)
      if (!range) return []
      const asTyped = (all: typeof points) => all.map((point) => ({ ...point, reference: null }))
      return [
        {
          mark: range.mark,
          coverageFactor: points.length > 0 || found.length > 0 || uncertainty ? coverageFactor : null,
          ...{ points: asTyped(points), found: asTyped(found) },
          uncertainty: uncertainty ? termsOf(uncertainty, range.unit) : [],
        },
      ]
    }),
  }
}

/** A new certificate before anything is typed: a place for every range that is still there. */
export const emptyCertificate = ({ facts, certificates: [newest] }: Pick<Reference, 'facts' | 'certificates'>) => ({
  laboratory: newest?.laboratory ?? '',
  accreditation: newest?.accreditation ?? '',
  ranges: facts.ranges
    .filter(({ isRemoved }) => !isRemoved)
    .map(({ id, mark }) => ({
      ...{ mark, coverageFactor: null, uncertainty: [], found: [] },
      // The laboratory reads the same points again.
      points: (newest?.ranges.find(({ rangeId }) => rangeId === id)?.points ?? []).map(({ indicated }) => ({
        indicated,
        reference: null,
        correction: null,
      })),
    })),
})
