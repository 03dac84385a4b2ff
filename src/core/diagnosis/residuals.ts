import type { DiagnosisReading } from './diagnosisReading'
import { hump } from './hump'
import type { DiagnosisData, Hypothesis, Parameters } from './hypothesis'

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

/** Departures and what they were divided by, with the effects of a healthy instrument's errors on each. */
export function residualsOf(hypothesis: Hypothesis, p: Parameters, data: DiagnosisData): Residuals {
  const healthy: number[][] = []
  return { ...departuresOf(hypothesis, p, data, healthy), healthy }
}

/**
 * Follows the signal through the stages: each stage is compared from what the stage before was *read* to give, so that a
 * fault of one stage does not show in the next. Where a stage was not read, its prediction is passed on.
 *
 * A diagnosis comes here some ten thousand times, so that nothing is made here that is not asked for.
 *
 * @param effects takes a row of {@link HEALTHY} for each departure, where it is given
 */
export function departuresOf(
  hypothesis: Hypothesis,
  p: Parameters,
  data: DiagnosisData,
  effects?: number[][],
): Omit<Residuals, 'healthy'> {
  const { readings, context, curve, stops, sensorStops, aoNoise: knownAoNoise } = data
  const { leavesOut } = hypothesis
  const sigma = context.noisePercent
  const normalised: number[] = []
  let logNoise = 0
  /** A departure; `slope` is what a sensor's error is carried on by, `before` what the output stage was given. */
  const add = (difference: number, noise: number, index: number, slope: number, before: number | null) => {
    normalised.push(difference / noise)
    if (noise !== sigma) logNoise += Math.log(noise / sigma)
    effects?.push(effectsOf(data.sensorEffects[index] ?? [], slope, before, context.limitPercent / noise))
  }
  const transmit = (pv: number) =>
    Math.min(stops.high, Math.max(stops.low, hypothesis.transmit ? hypothesis.transmit(pv, p) : curve.forward(pv)))
  for (let index = 0; index < readings.length; index++) {
    const reading = readings[index]
    if (!reading) continue
    const isOut = leavesOut?.index === index ? leavesOut.channel : null
    const pvFrom = hypothesis.crosses ? readingOf(hypothesis.crosses, 'pv', index, readings) : reading
    const seenPv = isOut === 'pv' ? null : pvFrom.pvPercent
    const seenAo = isOut === 'ao' ? null : reading.aoPercent
    const crossed = hypothesis.crosses ? readingOf(hypothesis.crosses, 'output', index, readings) : reading
    const seenOutput = isOut === 'output' ? null : crossed.outputPercent
    const extra = hypothesis.extraNoise?.(reading) ?? 0
    const inputNoise = extra === 0 ? sigma : Math.hypot(sigma, extra)
    const felt = hypothesis.sensor
      ? hypothesis.sensor(reading.appliedPercent, p, { reading, index })
      : reading.appliedPercent
    const pv = Math.min(sensorStops.high, Math.max(sensorStops.low, felt))
    if (seenPv !== null) add(seenPv - pv, inputNoise, index, 1, null)
    if (seenAo === null && seenOutput === null) continue
    const pvOnwards = seenPv ?? pv
    const ao = transmit(pvOnwards)
    const isCarried = seenPv === null || extra > 0
    const slope = isCarried ? steepness(transmit, pvOnwards, inputNoise) : 0
    // A steep root turns noise of its input into more noise of its output.
    const aoNoise = isCarried ? Math.max(sigma, slope * inputNoise) : (knownAoNoise[index] ?? sigma)
    const carried = seenPv === null ? slope : 0
    if (seenAo !== null) add(seenAo - ao, aoNoise, index, carried, null)
    if (seenOutput === null) continue
    const before = seenAo ?? ao
    const output = hypothesis.drive ? hypothesis.drive(before, p) : before
    const stage = data.hasOutputStage ? before : null
    if (seenAo === null) add(seenOutput - output, aoNoise, index, carried, stage)
    else add(seenOutput - output, sigma, index, 0, stage)
  }
  return { normalised, logNoise }
}

/** The reading whose value of a channel belongs to a place, where two of them are crossed. */
function readingOf(
  { between, channel }: NonNullable<Hypothesis['crosses']>,
  wanted: typeof channel,
  index: number,
  readings: readonly DiagnosisReading[],
): DiagnosisReading {
  const [first, second] = between
  const place = channel !== wanted ? index : index === first ? second : index === second ? first : index
  const reading = readings[place]
  if (!reading) throw new Error('two readings are crossed that are not there')
  return reading
}

/** In the order of {@link HEALTHY}, in standard deviations of a departure. */
const effectsOf = (ofSensor: readonly number[], slope: number, before: number | null, scale: number): number[] => [
  (ofSensor[0] ?? 0) * slope * scale,
  (ofSensor[1] ?? 0) * slope * scale,
  (ofSensor[2] ?? 0) * slope * scale,
  (ofSensor[3] ?? 0) * slope * scale,
  before === null ? 0 : HEALTHY.outputZero * scale,
  before === null ? 0 : ((HEALTHY.outputSpan * before) / 100) * scale,
]

/** What a healthy sensor's errors are worth at a reading, in error limits: zero, span, bow, lag. */
export const sensorEffects = ({ appliedPercent: x, direction }: DiagnosisReading, zero: number): readonly number[] => [
  HEALTHY.zero,
  (HEALTHY.span * (x - zero)) / 100,
  HEALTHY.bow * hump(x),
  ((direction === 'rising' ? -1 : 1) * HEALTHY.lag * hump(x)) / 2,
]

/** Output per input over a span of noise: finite where a root stands upright. */
const steepness = (transmit: (pv: number) => number, pv: number, noise: number) =>
  Math.abs(transmit(pv + noise) - transmit(pv - noise)) / (2 * noise)
