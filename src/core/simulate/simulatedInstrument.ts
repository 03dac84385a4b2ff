import { Refusal } from '../refusal'
import type { RandomStream } from '../statistics/randomStream'
import { transferCurve } from '../transfer/transfer'
import type { InstrumentModel, OutputModel, ScrewModel } from './instrumentModel'
import { followWithPlay } from './play'

/** What acts on the instrument for a while. Pressure in the unit of its range. */
export type Stimulus = {
  readonly pressure: number
  /** How long it has stood before it is read: damping settles in this time. */
  readonly seconds: number
  readonly celsius: number
  readonly staticMPa: number
  readonly tiltDegrees: number
  /** Whether the case is tapped before reading: friction lets go. */
  readonly isTapped: boolean
}

export const STILL: Omit<Stimulus, 'pressure'> = {
  seconds: 60,
  celsius: 20,
  staticMPa: 0,
  tiltDegrees: 0,
  isTapped: false,
}

/** What the instrument remembers from one reading to the next. */
export type InstrumentState = {
  readonly lastPressure: number | null
  readonly direction: 1 | -1
  readonly pointer: number | null
  readonly filtered: number | null
  readonly zeroTurns: number
  readonly spanTurns: number
  readonly zeroEngaged: number
  readonly spanEngaged: number
}

/** Every reading the instrument gives at once; null where it has no such thing. */
export type SimulatedReading = {
  /** % of output span. For a gauge: of its scale. */
  readonly outputPercent: number
  /** What a meter in the loop reads. */
  readonly milliamp: number | null
  /** Digital reading and the current it believes it sends, % of span. */
  readonly pvPercent: number | null
  readonly aoPercent: number | null
  /** On the display or dial, in the unit of the range, rounded to its step. */
  readonly display: number
  readonly terminalVolts: number | null
}

/** An instrument at rest, its screws where the maker left them. */
export const AT_REST: InstrumentState = {
  lastPressure: null,
  direction: 1,
  pointer: null,
  filtered: null,
  zeroTurns: 0,
  spanTurns: 0,
  zeroEngaged: 0,
  spanEngaged: 0,
}

/**
 * Applies a stimulus and reads the instrument.
 *
 * @param stream seeded noise: the same seed gives the same instrument the same readings
 * @returns the reading, and the state for the next one
 * @throws {Refusal} for a range without a span
 */
export function readInstrument(
  model: InstrumentModel,
  state: InstrumentState,
  { stimulus, stream }: { stimulus: Stimulus; stream: RandomStream },
): { reading: SimulatedReading; state: InstrumentState } {
  const span = model.range.urv - model.range.lrv
  if (span === 0) throw new Refusal('urv', 'equals LRV, so the span is zero', 'enter two different values')
  const felt = feel(model, state, stimulus)
  // Half of the variance in the sensor, half in whoever reads the output: together the noise asked for.
  const noise = () => (model.noisePercent / Math.SQRT2) * stream.normal()
  const isOfReading = model.kind === 'vacuum-gauge'
  const sensed = isOfReading ? felt.sensed * (1 + noise() / 100) : felt.sensed + (noise() / 100) * Math.abs(span)
  const stages = transmit(model, state, { sensed, seconds: stimulus.seconds })
  const read = stages.outputPercent + (isOfReading ? (noise() / 100) * stages.outputPercent : noise())
  const next = { ...felt.state, filtered: stages.filtered }
  return { state: next, reading: readingOf(model, read, stages) }
}

/** Turns a screw, backlash included. */
export function turnScrew(
  model: InstrumentModel,
  state: InstrumentState,
  { screw, turns }: { screw: 'zero' | 'span'; turns: number },
): InstrumentState {
  const half = (model.screws?.backlashTurns ?? 0) / 2
  if (screw === 'zero') {
    const zeroTurns = state.zeroTurns + turns
    return { ...state, zeroTurns, zeroEngaged: followWithPlay(state.zeroEngaged, zeroTurns, half) }
  }
  const spanTurns = state.spanTurns + turns
  return { ...state, spanTurns, spanEngaged: followWithPlay(state.spanEngaged, spanTurns, half) }
}

/** The sensor: limits, gain, offset, bow, loop, friction, temperature, static pressure, tilt. */
function feel(
  { sensor, range }: InstrumentModel,
  state: InstrumentState,
  stimulus: Stimulus,
): { sensed: number; state: InstrumentState } {
  const { pressure, celsius, staticMPa, tiltDegrees, isTapped } = stimulus
  const span = Math.abs(range.urv - range.lrv)
  const direction = turnedTo(state, pressure)
  const along = (pressure - range.lrv) / (range.urv - range.lrv)
  const hump = Math.max(0, 4 * along * (1 - along)) * (1 + sensor.skew * (1 - 2 * along))
  const shiftPercent =
    sensor.bowPercent * hump -
    (direction * sensor.hysteresisPercent * hump) / 2 +
    sensor.zeroPercentPerKelvin * (celsius - 20) +
    sensor.zeroPercentPerMPaStatic * staticMPa +
    sensor.zeroPercentOnItsSide * Math.sin((tiltDegrees * Math.PI) / 180)
  const within = Math.min(sensor.limitHigh, Math.max(sensor.limitLow, pressure))
  const free = within * sensor.gain + sensor.offset + (shiftPercent / 100) * span
  const friction = (sensor.stickingPercent / 100) * span
  const pointer = isTapped || state.pointer === null ? free : followWithPlay(state.pointer, free, friction)
  return { sensed: pointer, state: { ...state, lastPressure: pressure, direction, pointer } }
}

function turnedTo({ lastPressure, direction }: InstrumentState, pressure: number): 1 | -1 {
  if (lastPressure === null || pressure === lastPressure) return direction
  return pressure > lastPressure ? 1 : -1
}

type Stages = {
  outputPercent: number
  pvPercent: number | null
  aoPercent: number | null
  filtered: number
  volts: number | null
}

function transmit(
  model: InstrumentModel,
  state: InstrumentState,
  { sensed, seconds }: { sensed: number; seconds: number },
): Stages {
  const { range, digital, output, screws } = model
  const span = range.urv - range.lrv
  const trimmed = digital ? sensed * digital.trimGain + digital.trimOffset : sensed
  const damping = digital?.dampingSeconds ?? 0
  const settled = damping === 0 || state.filtered === null ? 1 : 1 - Math.exp(-seconds / damping)
  const filtered = state.filtered === null ? trimmed : state.filtered + settled * (trimmed - state.filtered)
  const registerPercent = ((filtered - range.lrv) / span) * 100
  if (!digital) {
    const asked = registerPercent + (screws ? screwErrorPercent(screws, state, registerPercent) : 0)
    const driven = output ? drive(output, asked) : { percent: asked, volts: null }
    return { outputPercent: driven.percent, pvPercent: null, aoPercent: null, filtered, volts: driven.volts }
  }
  const setPercent = ((filtered - digital.lrv) / (digital.urv - digital.lrv)) * 100
  const first = transferCurve(digital.transfer).forward(setPercent)
  const asked = digital.secondTransfer ? transferCurve(digital.secondTransfer).forward(first) : first
  const believed = output ? clampedPercent(output, asked) : asked
  const driven = output ? drive(output, believed) : { percent: believed, volts: null }
  return {
    outputPercent: driven.percent,
    pvPercent: registerPercent,
    aoPercent: believed,
    filtered,
    volts: driven.volts,
  }
}

/** Error that the screws leave at a % of input. */
export function screwErrorPercent(
  screws: ScrewModel,
  { zeroEngaged, spanEngaged }: Pick<InstrumentState, 'zeroEngaged' | 'spanEngaged'>,
  inputPercent: number,
): number {
  const spanEffect = spanEngaged * screws.spanPercentPerTurn
  const zeroEffect = zeroEngaged * screws.zeroPercentPerTurn
  const atZero = screws.zeroErrorPercent + zeroEffect + screws.interaction * spanEffect
  const atFull = screws.fullErrorPercent + zeroEffect + spanEffect
  return atZero + ((atFull - atZero) * inputPercent) / 100
}

const milliampOf = (percent: number) => 4 + 0.16 * percent
const percentOf = (milliamp: number) => (milliamp - 4) / 0.16

function clampedPercent(
  { saturationLowMilliamp: low, saturationHighMilliamp: high }: OutputModel,
  percent: number,
): number {
  return percentOf(Math.min(high, Math.max(low, milliampOf(percent))))
}

/** The output stage: gain, offset, saturation, failure, and what the supply can push through the loop. */
function drive(output: OutputModel, percent: number): { percent: number; volts: number } {
  const wanted =
    output.failureMilliamp ?? milliampOf(clampedPercent(output, percent)) * output.gain + output.offsetMilliamp
  const most = ((output.supplyVolts - output.minimumVolts) / output.loopOhm) * 1000
  const milliamp = Math.max(0, Math.min(wanted, most))
  return { percent: percentOf(milliamp), volts: output.supplyVolts - (milliamp / 1000) * output.loopOhm }
}

function readingOf(
  { range, displayStep, output, kind }: InstrumentModel,
  outputPercent: number,
  stages: Stages,
): SimulatedReading {
  const isDisplay = kind.endsWith('gauge')
  const shown =
    range.lrv + ((isDisplay ? outputPercent : (stages.pvPercent ?? outputPercent)) / 100) * (range.urv - range.lrv)
  const display = displayStep ? Math.round(shown / displayStep) * displayStep : shown
  return {
    outputPercent,
    milliamp: output ? milliampOf(outputPercent) : null,
    pvPercent: stages.pvPercent,
    aoPercent: stages.aoPercent,
    display,
    terminalVolts: stages.volts,
  }
}
