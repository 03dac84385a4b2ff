import { NE43 } from '../../core/signal/ne43'
import type { Transfer } from '../../core/transfer/transfer'

/** Kinds of instrument the simulator can be. */
export const SIMULATED_KINDS = [
  'pneumatic',
  'analogue',
  'digital',
  'dial-gauge',
  'digital-gauge',
  'vacuum-gauge',
] as const
export type SimulatedKind = (typeof SIMULATED_KINDS)[number]

/**
 * The sensor: from the pressure applied to what the instrument feels. Pressures in the unit of the range; percentages
 * of its span. Everything zero, gain one, is a perfect sensor.
 */
export type SensorModel = {
  /** What the sensor stops at. */
  readonly limitLow: number
  readonly limitHigh: number
  readonly gain: number
  readonly offset: number
  /** Height of a parabola over the range, % of span at mid-scale. */
  readonly bowPercent: number
  /** Width of a loop that closes at both ends, % of span at mid-scale. */
  readonly hysteresisPercent: number
  /** How lopsided bow and loop are: 0 crests at mid-scale, ±1 is as far as it goes. */
  readonly skew: number
  /** How far it must be pulled before it moves, % of span: friction of a pointer or linkage. */
  readonly stickingPercent: number
  /** Zero shift per kelvin away from 20 °C, % of span. */
  readonly zeroPercentPerKelvin: number
  /** Zero shift per MPa of static pressure, % of span. */
  readonly zeroPercentPerMPaStatic: number
  /** Zero shift when lying on its side (90°), % of span; it goes with the sine of the tilt. */
  readonly zeroPercentOnItsSide: number
}

/** Digital stage: trims, range and transfer as set in the instrument, which may differ from the register. */
export type DigitalModel = {
  readonly trimGain: number
  readonly trimOffset: number
  readonly lrv: number
  readonly urv: number
  readonly dampingSeconds: number
  readonly transfer: Transfer
  /** A transfer that follows the first, as when a host or a second setting takes the root again. */
  readonly secondTransfer: Transfer | null
}

/** Output stage of a current loop; volts and ohms of the loop it sits in. */
export type OutputModel = {
  readonly gain: number
  readonly offsetMilliamp: number
  readonly saturationLowMilliamp: number
  readonly saturationHighMilliamp: number
  readonly failureMilliamp: number | null
  readonly supplyVolts: number
  readonly loopOhm: number
  /** Volts the instrument itself needs across its terminals. */
  readonly minimumVolts: number
}

/**
 * Two screws. A turn of the zero screw moves every reading; a turn of the span screw moves the reading at 100 %, and
 * that at 0 % by `interaction` as much. Errors they start with and what a turn does, in % of span.
 */
export type ScrewModel = {
  readonly zeroErrorPercent: number
  readonly fullErrorPercent: number
  readonly zeroPercentPerTurn: number
  readonly spanPercentPerTurn: number
  readonly interaction: number
  /** Turns lost at each change of direction. */
  readonly backlashTurns: number
  /** A burr on the span screw: so far about a place, turns, it catches and turns nothing; past it, it is there at once. */
  readonly burr?: { readonly atTurns: number; readonly halfTurns: number }
}

/** An instrument to be read. Absent stages are passed through. */
export type InstrumentModel = {
  readonly kind: SimulatedKind
  /**
   * A gauge that measures the loss of heat to a gas: above a pressure, the transition, it loses its feeling. What it counts
   * with and what is true of its gas and wire may differ; in the unit of the range. Left out for every other kind.
   */
  readonly heatLoss?: { readonly assumed: number; readonly true: number }
  /** The range the instrument is meant to have: what the register says. */
  readonly range: { readonly lrv: number; readonly urv: number }
  readonly sensor: SensorModel
  readonly digital: DigitalModel | null
  readonly output: OutputModel | null
  readonly screws: ScrewModel | null
  /** Smallest step of a display or dial, in the unit of the range; null for none. */
  readonly displayStep: number | null
  /** Standard deviation of each reading, % of span (% of reading for a vacuum gauge). */
  readonly noisePercent: number
}

const PERFECT_SENSOR: Omit<SensorModel, 'limitLow' | 'limitHigh'> = {
  gain: 1,
  offset: 0,
  bowPercent: 0,
  hysteresisPercent: 0,
  skew: 0,
  stickingPercent: 0,
  zeroPercentPerKelvin: 0,
  zeroPercentPerMPaStatic: 0,
  zeroPercentOnItsSide: 0,
}

const NO_ERROR_SCREWS: ScrewModel = {
  zeroErrorPercent: 0,
  fullErrorPercent: 0,
  zeroPercentPerTurn: 4,
  spanPercentPerTurn: 4,
  interaction: 0.3,
  backlashTurns: 0,
}

/** An instrument of a kind without any fault, for a range; faults are laid over it. */
export function perfectInstrument(kind: SimulatedKind, range: { lrv: number; urv: number }): InstrumentModel {
  const span = Math.abs(range.urv - range.lrv)
  const hasScrews = kind === 'pneumatic' || kind === 'analogue'
  return {
    kind,
    range,
    sensor: {
      ...PERFECT_SENSOR,
      limitLow: Math.min(range.lrv, range.urv) - span,
      limitHigh: Math.max(range.lrv, range.urv) + span,
    },
    digital:
      kind === 'digital'
        ? {
            trimGain: 1,
            trimOffset: 0,
            ...range,
            dampingSeconds: 0,
            transfer: { kind: 'linear' },
            secondTransfer: null,
          }
        : null,
    output:
      kind === 'digital' || kind === 'analogue'
        ? {
            gain: 1,
            offsetMilliamp: 0,
            saturationLowMilliamp: NE43.saturationLow,
            saturationHighMilliamp: NE43.saturationHigh,
            failureMilliamp: null,
            supplyVolts: 26.5,
            loopOhm: 270,
            minimumVolts: 12,
          }
        : null,
    screws: hasScrews ? NO_ERROR_SCREWS : null,
    displayStep: null,
    noisePercent: 0,
  }
}
