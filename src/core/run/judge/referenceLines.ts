import { referenceAccuracyInput } from '../../conformity/accuracyRatio'
import { columnCorrection } from '../../conformity/columnCorrection'
import { meterAccuracy } from '../../conformity/meterAccuracy'
import type { ErrorLimit } from '../../error/errorLimit'
import type { OutputScale } from '../../signal/signal'
import type { Contribution } from '../../uncertainty/contribution'
import { nameOf, ofInput, type Place, pressureUnitOf, RECTANGULAR } from './budgetPlace'
import type { ComparisonFacts, OutputReferenceFacts, ReferenceKnowledge } from './comparisonFacts'

/** Accuracy or certificate, drift and temperature of both references; what one device gives twice comes in once, with its sign. */
export function accuracyLines(at: Place, facts: ComparisonFacts): Contribution[] {
  const { inputReference, outputReference } = facts
  const input = inputParts(at, facts)
  const output = outputReference ? outputParts(at, facts, outputReference) : []
  const isOneDevice = outputReference?.id !== undefined && outputReference.id === inputReference.id
  if (!isOneDevice) return [...input, ...output].map(({ line }) => line)
  return input.map(({ of, line }) => {
    const same = output.find((each) => each.of === of)?.line
    if (!same) return line
    const percent = line.sensitivity * line.value + same.sensitivity * same.value
    return {
      ...line,
      name: `${line.name}, which gives pressure and output`,
      value: Math.abs(percent),
      unit: '% of span',
      sensitivity: Math.sign(percent),
    }
  })
}

/** What a part of a reference's uncertainty comes from. */
type PartOf = 'calibration' | 'drift' | 'temperature' | 'liquid'
type Part = {
  readonly of: PartOf
  readonly name: string
  readonly source: string
  readonly limit: ErrorLimit
  readonly divideBy?: number
}
type PartLine = { readonly of: PartOf; readonly line: Contribution }

/** The parts of a reference’s own uncertainty, as limits over its own range. */
function partsOf(
  reference: Partial<ReferenceKnowledge> & { readonly accuracy: ErrorLimit },
  role: string,
  { day, ambientCelsius }: ComparisonFacts,
): (Part & { readonly times: number })[] {
  const name = nameOf(reference, role)
  const { certified, driftPerYear, temperature, calibratedOn, certificate } = reference
  const years = day === undefined || calibratedOn === undefined ? 0 : yearsBetween(calibratedOn, day)
  const outside =
    temperature && ambientCelsius !== null && ambientCelsius !== undefined
      ? Math.max(0, temperature.lowCelsius - ambientCelsius, ambientCelsius - temperature.highCelsius)
      : 0
  return [
    certified
      ? {
          of: 'calibration',
          name: `certificate of ${name}`,
          source: `certificate ${certificate ?? ''}, U over k`,
          limit: certified.uncertainty,
          divideBy: certified.coverageFactor,
          times: 1,
        }
      : {
          of: 'calibration',
          name: `accuracy of ${name}`,
          source: 'register of references',
          limit: reference.accuracy,
          times: 1,
        },
    ...(driftPerYear
      ? [
          {
            of: 'drift' as const,
            name: `drift of ${name}`,
            source: `register, ${years.toFixed(2)} years since its calibration`,
            limit: driftPerYear,
            times: years,
          },
        ]
      : []),
    ...(temperature && outside > 0
      ? [
          {
            of: 'temperature' as const,
            name: `temperature of ${name}`,
            source: `register, ${outside.toFixed(1)} K outside its band`,
            limit: temperature.perKelvin,
            times: outside,
          },
        ]
      : []),
  ]
}

/** A water column is not corrected for the temperature of its water; what that makes counts. */
function columnPart(at: Place, facts: ComparisonFacts): PartLine[] {
  const { inputReference: reference, ambientCelsius } = facts
  if (reference.principle !== 'liquid-column' || ambientCelsius === null || ambientCelsius === undefined) return []
  const correction = columnCorrection(reference.unit, ambientCelsius)
  if (!correction) return []
  const line = {
    name: `liquid of ${nameOf(reference, 'the reference')} at ${ambientCelsius} °C`,
    source: 'Tanaka 2001, not corrected',
    ...RECTANGULAR,
  }
  return [{ of: 'liquid', line: ofInput(line, (1 - correction.factor) * at.applied, { at, facts }) }]
}

function inputParts(at: Place, facts: ComparisonFacts): PartLine[] {
  const { inputReference: reference, basis } = facts
  const parts = partsOf(reference, 'the reference', facts).map(({ of, name, source, limit, times, divideBy }) => {
    const own = times * referenceAccuracyInput(at.applied, basis.range.unit, { ...reference, accuracy: limit })
    const line = divideBy
      ? ofInput({ name, source, distribution: 'normal', degrees: null }, own / divideBy, { at, facts })
      : ofInput({ name, source, ...RECTANGULAR }, own, { at, facts })
    return { of, line }
  })
  return [...parts, ...columnPart(at, facts)]
}

function outputParts(at: Place, facts: ComparisonFacts, reference: OutputReferenceFacts): PartLine[] {
  const { scale } = facts.basis
  return partsOf(reference, 'the output reading', facts).map(({ of, name, source, limit, times, divideBy }) => {
    const own = times * accuracyAt(at.output, { ...reference, accuracy: limit }, scale)
    const plain = { name, group: 'output' as const, source, unit: scale.unit, sensitivity: at.perOutput, degrees: null }
    const line: Contribution = divideBy
      ? { ...plain, value: own / divideBy, distribution: 'normal' }
      : { ...plain, value: own, distribution: 'rectangular' }
    return { of, line }
  })
}

function accuracyAt(output: number, reference: OutputReferenceFacts, { unit }: OutputScale): number {
  const own = pressureUnitOf(reference.unit)
  const shown = pressureUnitOf(unit)
  return own && shown
    ? referenceAccuracyInput(output, shown, { ...reference, unit: own })
    : meterAccuracy(output, reference)
}

const MILLISECONDS_PER_YEAR = 365.25 * 86_400_000
const yearsBetween = (from: string, to: string): number =>
  Math.max(0, (Date.parse(`${to}T00:00:00Z`) - Date.parse(`${from}T00:00:00Z`)) / MILLISECONDS_PER_YEAR)
