import type { DiagnosisReading } from './diagnosisReading'
import { hump } from './hump'
import { type DiagnosisData, type Hypothesis, type Parameters, showsOutputStage } from './hypothesis'

/**
 * Departures of the readings from a hypothesis, each in standard deviations, with the logarithm of what it was divided
 * by, and what a healthy instrument's own small errors would add to each, in the same.
 */
export type Residuals = {
  readonly normalised: number[]
  readonly logNoise: number
  /** One column for each of {@link HEALTHY}, one row for each residual. */
  readonly healthy: number[][]
}

/** What a healthy instrument is off by, as standard deviations in error limits; ours, no source. */
export const HEALTHY = { zero: 0.3, span: 0.3, bow: 0.12, lag: 0.12, outputZero: 0.2, outputSpan: 0.2 } as const
export const HEALTHY_COUNT = Object.keys(HEALTHY).length

/**
 * Follows the signal through the stages: each stage is compared from what the stage before was *read* to give, so that a
 * fault of one stage does not show in the next. Where a stage was not read, its prediction is passed on.
 */
export function residualsOf(
  hypothesis: Hypothesis,
  p: Parameters,
  data: DiagnosisData,
  { withHealthy = true }: { readonly withHealthy?: boolean } = {},
): Residuals {
  const { readings, context, curve, stops, aoNoise: knownAoNoise } = data
  const normalised: number[] = []
  const healthy: number[][] = []
  let logNoise = 0
  const sigma = context.noisePercent
  const hasOutputStage = showsOutputStage(readings)
  const add = (difference: number, noise: number, ofSensor: readonly number[], ofOutput: readonly number[]) => {
    normalised.push(difference / noise)
    if (!withHealthy) return logged(noise)
    const scale = context.limitPercent / noise
    const row: number[] = []
    for (const effect of ofSensor) row.push(effect * scale)
    for (const effect of ofOutput) row.push(effect * scale)
    healthy.push(row)
    logged(noise)
  }
  const logged = (noise: number) => {
    if (noise !== sigma) logNoise += Math.log(noise / sigma)
  }
  const transmit = (pv: number) =>
    Math.min(stops.high, Math.max(stops.low, hypothesis.transmit ? hypothesis.transmit(pv, p) : curve.forward(pv)))
  for (const [index, reading] of readings.entries()) {
    const seen = seenOf(reading, index, hypothesis)
    const extra = hypothesis.extraNoise?.(reading) ?? 0
    const inputNoise = extra === 0 ? sigma : Math.hypot(sigma, extra)
    const felt = hypothesis.sensor
      ? hypothesis.sensor(reading.appliedPercent, p, { reading, index })
      : reading.appliedPercent
    const pv = Math.min(data.sensorStops.high, Math.max(data.sensorStops.low, felt))
    const own = withHealthy ? sensorEffects(reading, context.zeroPressurePercent) : NO_SENSOR
    if (seen.pv !== null) add(seen.pv - pv, inputNoise, own, NO_OUTPUT)
    const pvOnwards = seen.pv ?? pv
    const ao = transmit(pvOnwards)
    const isCarried = seen.pv === null || extra > 0
    const slope = isCarried ? steepness(transmit, pvOnwards, inputNoise) : 0
    // A steep root turns noise of its input into more noise of its output.
    const aoNoise = isCarried ? Math.max(sigma, slope * inputNoise) : (knownAoNoise[index] ?? sigma)
    const carried = seen.pv === null ? own.map((effect) => effect * slope) : NO_SENSOR
    if (seen.ao !== null) add(seen.ao - ao, aoNoise, carried, NO_OUTPUT)
    if (seen.output === null) continue
    const before = seen.ao ?? ao
    const output = hypothesis.drive ? hypothesis.drive(before, p) : before
    add(
      seen.output - output,
      seen.ao === null ? aoNoise : sigma,
      seen.ao === null ? carried : NO_SENSOR,
      hasOutputStage ? [HEALTHY.outputZero, (HEALTHY.outputSpan * before) / 100] : NO_OUTPUT,
    )
  }
  return { normalised, logNoise, healthy }
}

const NO_SENSOR = [0, 0, 0, 0]
const NO_OUTPUT = [0, 0]

const sensorEffects = ({ appliedPercent: x, direction }: DiagnosisReading, zero: number): number[] => [
  HEALTHY.zero,
  (HEALTHY.span * (x - zero)) / 100,
  HEALTHY.bow * hump(x),
  ((direction === 'rising' ? -1 : 1) * HEALTHY.lag * hump(x)) / 2,
]

function seenOf({ pvPercent, aoPercent, outputPercent }: DiagnosisReading, index: number, { leavesOut }: Hypothesis) {
  const isOut = leavesOut?.index === index ? leavesOut.channel : null
  return {
    pv: isOut === 'pv' ? null : pvPercent,
    ao: isOut === 'ao' ? null : aoPercent,
    output: isOut === 'output' ? null : outputPercent,
  }
}

/** Output per input over a span of noise: finite where a root stands upright. */
const steepness = (transmit: (pv: number) => number, pv: number, noise: number) =>
  Math.abs(transmit(pv + noise) - transmit(pv - noise)) / (2 * noise)
