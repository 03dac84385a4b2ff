import { Refusal } from '../../core/refusal'
import { milliampOfPercent } from '../../core/signal/currentLoop'
import type { RandomStream } from '../../core/statistics/randomStream'
import { transferCurve } from '../../core/transfer/transfer'
import type { InstrumentModel } from './instrumentModel'
import type { InstrumentState, Stimulus } from './instrumentState'
import { clampedPercent, drive } from './outputStage'
import { screwErrorPercent } from './screws'
import { feel } from './sensorStage'

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
    milliamp: output ? milliampOfPercent(outputPercent) : null,
    pvPercent: stages.pvPercent,
    aoPercent: stages.aoPercent,
    display,
    terminalVolts: stages.volts,
  }
}
