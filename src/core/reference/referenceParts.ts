import { meterAccuracy } from '../conformity/meterAccuracy'
import { limitInput, type ReferenceLimit } from '../error/errorLimit'
import { withDecimalMark } from '../format/decimalMark'
import { pressureUnitOf } from '../units/pressureUnit'
import { correctionAt, heldUncertaintyAt, type PointCalibration, uncertaintyAt } from './calibrationPoints'
import { driftDoubtAt, type OwnDrift, yearsBetween } from './correctionHistory'

/** What a reference is known by beyond its accuracy, as far as somebody has declared it. */
export type ReferenceKnowledge = {
  readonly code: string
  readonly calibratedOn: string
  readonly certificate: string
  /** Expanded uncertainty of its certificate with its k; it then stands in the place of the accuracy. */
  readonly certified?: { readonly uncertainty: ReferenceLimit; readonly coverageFactor: number } | undefined
  /** The points of its certificate, where its uncertainty is taken from them; they go before both. */
  readonly calibration?: PointCalibration | undefined
  readonly driftPerYear?: ReferenceLimit | undefined
  /** Its own drift, from its certificates; goes before the declared one. */
  readonly ownDrift?: OwnDrift | undefined
  /** How it shows its pressure: a liquid column reads off as its liquid is warmer or colder than its scale is made for. */
  readonly principle?: string | undefined
  /** Of a liquid column: whether it is weighed, and at which temperature; null where that was not known. */
  readonly column?:
    | { readonly factor: number; readonly celsius: number | null; readonly isApplied: boolean }
    | undefined
  /** Of one read by rule: what gravity and air may make of what it shows, ± %, where they are not corrected. */
  readonly byRulePercent?: number | undefined
  /** Of a dead-weight tester that is read by its masses. */
  readonly piston?: { readonly areaExpansionPerK: number } | undefined
  /** What it is off by for each kelvin outside the band of its accuracy. */
  readonly temperature?:
    | { readonly perKelvin: ReferenceLimit; readonly lowCelsius: number; readonly highCelsius: number }
    | undefined
}

/** A reference as far as its own uncertainty goes. */
export type UncertainReference = Partial<ReferenceKnowledge> & {
  readonly unit: string
  readonly rangeLow: number
  readonly rangeHigh: number
  readonly accuracy: ReferenceLimit
}

/** When and at what temperature it is used; both may be unknown. */
export type UseOfReference = {
  readonly day?: string | undefined
  readonly ambientCelsius?: number | null | undefined
  /** Of old runs: beyond the points of its certificate the U of the last was held. */
  readonly isHeldBeyondPoints?: boolean | undefined
}

/** What a part of a reference's uncertainty comes from. */
export type PartOf = 'calibration' | 'correction' | 'drift' | 'temperature' | 'gravity'

/** A part of the uncertainty of a reference, by what it shows; in the reference’s own unit. */
export type ReferencePart = {
  readonly of: PartOf
  readonly name: string
  readonly source: string
  /** Half-width, or standard uncertainty where the distribution is normal. */
  readonly at: (shown: number) => number
  readonly distribution: 'rectangular' | 'normal'
}

/**
 * The parts of a reference’s own uncertainty: its certificate or else its accuracy, a correction that is not made, drift
 * since its calibration, temperature outside its band. The one place for it: budgets and pictures ask here.
 * A correction that is not made counts as the half-width it may be off by; JCGM 100:2008, 4.3.7 and the note of 6.3.1
 * (from memory).
 */
export function referenceParts(reference: UncertainReference, role: string, use: UseOfReference): ReferencePart[] {
  const name = reference.code ?? role
  const { calibration, temperature } = reference
  const kelvin = kelvinOutside(reference, use)
  return [
    calibrationPart(reference, name, use),
    ...(calibration && !calibration.isApplied
      ? [
          {
            of: 'correction' as const,
            name: `correction of ${name}, not made`,
            source: `certificate ${reference.certificate ?? ''}`,
            at: (shown: number) => Math.abs(correctionAt(shown, calibration.points)),
            distribution: 'rectangular' as const,
          },
        ]
      : []),
    ...driftPart(reference, name, use),
    ...pistonPart(reference, name),
    ...byRulePart(reference, name),
    ...(temperature && kelvin > 0
      ? [
          {
            of: 'temperature' as const,
            name: `temperature of ${name}`,
            source: `register, ${withDecimalMark(kelvin.toFixed(1))} K outside its band`,
            at: (shown: number) => kelvin * limitAt(shown, temperature.perKelvin, reference),
            distribution: 'rectangular' as const,
          },
        ]
      : []),
  ]
}

/** How far the piston may be from the temperature beside it. Ours, no source. */
const PISTON_KELVIN = 1

function pistonPart({ piston }: UncertainReference, name: string): ReferencePart[] {
  if (!piston) return []
  return [
    {
      of: 'temperature',
      name: `temperature of the piston of ${name}`,
      source: `register, ${PISTON_KELVIN} K between it and the place`,
      at: (shown) => Math.abs(shown * piston.areaExpansionPerK * PISTON_KELVIN),
      distribution: 'rectangular',
    },
  ]
}

function byRulePart({ byRulePercent }: UncertainReference, name: string): ReferencePart[] {
  if (byRulePercent === undefined) return []
  return [
    {
      of: 'gravity',
      name: `gravity and air at ${name}, not corrected`,
      source: `read by rule, ±${withDecimalMark(byRulePercent.toFixed(2))} % of what it shows`,
      at: (shown) => Math.abs((shown * byRulePercent) / 100),
      distribution: 'rectangular',
    },
  ]
}

function calibrationPart(
  reference: UncertainReference,
  name: string,
  { isHeldBeyondPoints = false }: UseOfReference,
): ReferencePart {
  const { calibration, certified, certificate = '', accuracy } = reference
  if (calibration)
    return {
      of: 'calibration',
      name: `certificate of ${name}`,
      source: `certificate ${certificate}, U over k between its points`,
      at: (shown) =>
        (isHeldBeyondPoints ? heldUncertaintyAt : uncertaintyAt)(shown, calibration.points) /
        calibration.coverageFactor,
      distribution: 'normal',
    }
  if (certified)
    return {
      of: 'calibration',
      name: `certificate of ${name}`,
      source: `certificate ${certificate}, U over k`,
      at: (shown) => limitAt(shown, certified.uncertainty, reference) / certified.coverageFactor,
      distribution: 'normal',
    }
  return {
    of: 'calibration',
    name: `accuracy of ${name}`,
    source: 'register of references',
    at: (shown) => limitAt(shown, accuracy, reference),
    distribution: 'rectangular',
  }
}

/** What it may have moved by since its calibration: at its own pace where that is known, else as declared. */
function driftPart(reference: UncertainReference, name: string, use: UseOfReference): ReferencePart[] {
  const { driftPerYear, ownDrift } = reference
  const years = yearsInUse(reference, use)
  const since = `${withDecimalMark(years.toFixed(2))} years since its calibration`
  const part = { of: 'drift', name: `drift of ${name}`, distribution: 'rectangular' } as const
  if (ownDrift)
    return [
      {
        ...part,
        source: `its own certificates from ${ownDrift.from} to ${ownDrift.to}, ${since}`,
        at: (shown) => years * driftDoubtAt(shown, ownDrift),
      },
    ]
  return driftPerYear
    ? [{ ...part, source: `register, ${since}`, at: (shown) => years * limitAt(shown, driftPerYear, reference) }]
    : []
}

/** ± of terms over a reference’s own range, in its own unit. */
export function limitAt(
  shown: number,
  terms: ReferenceLimit,
  reference: Pick<UncertainReference, 'unit' | 'rangeLow' | 'rangeHigh'>,
): number {
  const { rangeLow, rangeHigh, unit } = reference
  const pressure = pressureUnitOf(unit)
  if (!pressure) return meterAccuracy(shown, { rangeLow, rangeHigh, accuracy: terms })
  return limitInput(shown, terms, { range: { lrv: rangeLow, urv: rangeHigh, unit: pressure }, url: rangeHigh })
}

function yearsInUse({ calibratedOn }: UncertainReference, { day }: UseOfReference): number {
  return day === undefined || calibratedOn === undefined ? 0 : yearsBetween(calibratedOn, day)
}

function kelvinOutside({ temperature }: UncertainReference, { ambientCelsius }: UseOfReference): number {
  if (!temperature || ambientCelsius === null || ambientCelsius === undefined) return 0
  return Math.max(0, temperature.lowCelsius - ambientCelsius, ambientCelsius - temperature.highCelsius)
}
