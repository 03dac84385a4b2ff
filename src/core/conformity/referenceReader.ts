import type { ReferenceLimit } from '../error/errorLimit'
import { formatPlain } from '../format/formatNumber'
import type { PointCalibration } from '../reference/calibrationPoints'
import type { ReferenceMedium } from '../reference/referenceKind'
import type { PressureKind } from '../units/pressureKind'
import { convertPressure, PRESSURE_UNIT_IDS, type PressureUnit, pressureUnitLabel } from '../units/pressureUnit'
import { type ReferenceReach, referenceAccuracyInput } from './accuracyRatio'
import { meterAccuracy } from './meterAccuracy'

export type Known = {
  readonly code: string
  readonly resolution: number
  readonly dueOn: string
  /** How many things it can measure at once; one where nobody has said. */
  readonly channels?: number | undefined
  /** The device it is a range of; itself where left out. */
  readonly deviceId?: string | undefined
  /** The points of its certificate, where its uncertainty is taken from them. */
  readonly calibration?: PointCalibration | undefined
}

type PressureReference = Known &
  ReferenceReach & {
    readonly quantity: 'pressure'
    readonly pressureKind: PressureKind
    /** What it may be used with; left out or empty where nobody has said. */
    readonly media?: readonly ReferenceMedium[] | undefined
  }

type Meter = Known & {
  readonly quantity: 'electrical'
  readonly unit: string
  readonly rangeLow: number
  readonly rangeHigh: number
  readonly accuracy: ReferenceLimit
}

/** A reference as far as its fitness goes. */
export type FitReference = PressureReference | Meter

/**
 * Whether a value can have been read on a reference at all; null where it can, else in words with the reference's ends.
 * At an end it may show as much beyond it as it may be wrong there, or one step: a vented one shows a digit below zero.
 *
 * @param value in `unit`
 */
export function beyondReach(value: number, unit: string, reference: FitReference): string | null {
  const reader =
    reference.quantity === 'pressure' && isPressureUnit(unit)
      ? pressureReader(reference, unit)
      : outputReader(reference, unit)
  if (!reader) return `${reference.code} does not read ${unit}`
  const slackAt = (end: number) => Math.max(reader.accuracyAt(end), reader.step) * (1 + 1e-9)
  if (value >= reader.low - slackAt(reader.low) && value <= reader.high + slackAt(reader.high)) return null
  const end = (end: number) => formatPlain(Number(end.toPrecision(6)))
  const label = isPressureUnit(unit) ? pressureUnitLabel(unit) : unit
  return `${formatPlain(value)} ${label} is beyond what ${reference.code} reaches (${end(reader.low)} … ${end(reader.high)} ${label})`
}

/** What a reference can read of an output, all in the output's unit. */
type OutputReader = { low: number; high: number; step: number; accuracyAt: (output: number) => number }

/** How a reference reads an output in some unit; undefined where it cannot. */
export function outputReader(reference: FitReference, unit: string): OutputReader | undefined {
  if (reference.quantity === 'electrical') {
    const { rangeLow, rangeHigh, resolution } = reference
    const accuracyAt = (output: number) => meterAccuracy(output, reference)
    return reference.unit === unit ? { low: rangeLow, high: rangeHigh, step: resolution, accuracyAt } : undefined
  }
  if (!isPressureUnit(unit) || reference.pressureKind === 'absolute') return undefined
  return pressureReader(reference, unit)
}

const pressureReader = (reference: PressureReference, unit: PressureUnit): OutputReader => ({
  low: convertPressure(reference.rangeLow, reference.unit, unit),
  high: convertPressure(reference.rangeHigh, reference.unit, unit),
  step: Math.abs(convertPressure(reference.resolution, reference.unit, unit)),
  accuracyAt: (output) => referenceAccuracyInput(output, unit, reference),
})

const isPressureUnit = (unit: string): unit is PressureUnit => PRESSURE_UNIT_IDS.some((id) => id === unit)
