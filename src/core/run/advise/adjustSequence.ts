import { digitalGaugeSequence } from '../../adjust/digitalGauge'
import { Refusal } from '../../refusal'
import { inputAtPercent } from '../../transfer/linearTransfer'
import { convertPressure, type PressureUnit, STANDARD_ATMOSPHERE_PA } from '../../units/pressureUnit'
import { vacuumAdjustPoints } from '../../vacuum/vacuumAdjust'

/** Kinds of adjustment that belong to a sequence of points. */
export const SEQUENCE_KINDS = [
  'gauge-zero',
  'gauge-full-scale',
  'gauge-mid-scale',
  'gauge-near-vacuum',
  'excitation',
  'vacuum-span',
  'vacuum-zero',
] as const
export type SequenceKind = (typeof SEQUENCE_KINDS)[number]

/** One point at which an instrument is adjusted. Pressures in the unit of the range; null where none is applied. */
export type SequenceStep = {
  readonly kind: SequenceKind
  readonly target: number | null
  /** Lowest and highest pressure at which the point may be taken; null where any will do. */
  readonly from: number | null
  readonly to: number | null
  readonly says: string
  readonly holdSeconds: number
}

/** What the sequence follows from. */
export type SequenceFacts = {
  readonly configuration: {
    readonly kind: string
    readonly lrv: number
    readonly urv: number
    readonly unit: PressureUnit
  }
  readonly points: readonly { readonly percent: number }[]
  readonly environment: { readonly barometricHPa: string | null }
}

/** Held so long before a point is taken. Common practice, no source: “seconds”. */
const HOLD_SECONDS = 5
/** Where nobody has noted the barometer. */
const STANDARD_ATMOSPHERE_HPA = STANDARD_ATMOSPHERE_PA / 100

const KIND_OF_GAUGE_POINT = {
  zero: 'gauge-zero',
  'full scale': 'gauge-full-scale',
  'mid-scale': 'gauge-mid-scale',
  'near vacuum': 'gauge-near-vacuum',
} as const

/** The points at which a digital gauge or a vacuum gauge is adjusted, in their order; empty for other instruments. */
export function adjustSequence(facts: SequenceFacts): SequenceStep[] {
  const { kind, lrv, urv, unit } = facts.configuration
  const barometric = convertPressure(Number(facts.environment.barometricHPa ?? STANDARD_ATMOSPHERE_HPA), 'hPa', unit)
  if (kind === 'digital-gauge') {
    const range = { low: Math.min(lrv, urv), high: Math.max(lrv, urv) }
    return digitalGaugeSequence(range, barometric).map(({ name, ...point }) => ({
      ...point,
      kind: KIND_OF_GAUGE_POINT[name],
      holdSeconds: HOLD_SECONDS,
    }))
  }
  return kind === 'vacuum-gauge' ? vacuumSequence(facts, barometric) : []
}

function vacuumSequence({ configuration, points }: SequenceFacts, barometric: number): SequenceStep[] {
  const inputs = points.map(({ percent }) => inputAtPercent(percent, configuration)).filter((input) => input > 0)
  if (inputs.length === 0) return []
  const { span, zeroAtMost } = vacuumAdjustPoints({
    gaugeLow: Math.min(...inputs),
    gaugeHigh: Math.max(...inputs),
    barometric,
    transition: null,
    baseVacuum: 0,
  })
  return [
    {
      kind: 'excitation',
      target: null,
      from: null,
      to: null,
      says: 'where there is one, it is set first: everything else rests on it',
      holdSeconds: HOLD_SECONDS,
    },
    {
      kind: 'vacuum-span',
      target: span,
      from: span * 0.9,
      to: span * 1.05,
      says: 'dry nitrogen; not at atmosphere, which changes from day to day',
      holdSeconds: HOLD_SECONDS,
    },
    {
      kind: 'vacuum-zero',
      target: zeroAtMost,
      from: 0,
      to: zeroAtMost,
      says: 'at hard vacuum, this or less; then both ends once more',
      holdSeconds: HOLD_SECONDS,
    },
  ]
}

/**
 * Refuses a point of a sequence that is taken where it must not be: a zero under pressure would hide it, a span at
 * atmosphere would move with the weather.
 *
 * @param applied in the unit of the range
 * @param zeroTolerance ± what counts as no pressure, same unit
 * @throws {Refusal} naming the window
 */
export function refuseOutsideWindow(step: SequenceStep, applied: number | null, zeroTolerance: number): void {
  if (step.from === null || step.to === null) return
  if (applied === null)
    throw new Refusal('applied', 'it is not said what was applied', 'enter what the reference showed')
  const slack = step.from === step.to ? zeroTolerance : zeroTolerance / 5
  if (applied >= step.from - slack && applied <= step.to + slack) return
  const shown = (value: number) => String(Number(value.toPrecision(5)))
  throw new Refusal(
    'applied',
    step.from === step.to
      ? `${shown(applied)} acts on it, which is not zero: setting zero there would hide a live pressure`
      : `${shown(applied)} lies outside ${shown(step.from)} … ${shown(step.to)}, where this point is taken`,
    step.from === step.to ? 'isolate and vent it, then set zero' : 'go there and hold it, then take it',
  )
}
