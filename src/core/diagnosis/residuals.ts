import type { DiagnosisReading } from './diagnosisReading'
import type { DiagnosisData, Hypothesis, Parameters } from './hypothesis'

/** Departures of the readings from a hypothesis, each in standard deviations, with the logarithm of what it was divided by. */
export type Residuals = { readonly normalised: number[]; readonly logNoise: number }

/**
 * Follows the signal through the stages: each stage is compared from what the stage before was *read* to give, so that a
 * fault of one stage does not show in the next. Where a stage was not read, its prediction is passed on.
 */
export function residualsOf(hypothesis: Hypothesis, p: Parameters, data: DiagnosisData): Residuals {
  const { readings, context, curve, stops, aoNoise: knownAoNoise } = data
  const normalised: number[] = []
  let logNoise = 0
  const sigma = context.noisePercent
  const add = (difference: number, noise: number) => {
    normalised.push(difference / noise)
    logNoise += Math.log(noise / sigma)
  }
  const transmit = (pv: number) =>
    Math.min(stops.high, Math.max(stops.low, hypothesis.transmit ? hypothesis.transmit(pv, p) : curve.forward(pv)))
  for (const [index, reading] of readings.entries()) {
    const seen = seenOf(reading, index, hypothesis)
    const extra = hypothesis.extraNoise?.(reading) ?? 0
    const inputNoise = extra === 0 ? sigma : Math.hypot(sigma, extra)
    const pv = hypothesis.sensor
      ? hypothesis.sensor(reading.appliedPercent, p, { reading, index })
      : reading.appliedPercent
    if (seen.pv !== null) add(seen.pv - pv, inputNoise)
    const pvOnwards = seen.pv ?? pv
    const ao = transmit(pvOnwards)
    // A steep root turns noise of its input into more noise of its output.
    const aoNoise =
      seen.pv === null || extra > 0
        ? Math.max(sigma, steepness(transmit, pvOnwards, inputNoise) * inputNoise)
        : (knownAoNoise[index] ?? sigma)
    if (seen.ao !== null) add(seen.ao - ao, aoNoise)
    if (seen.output === null) continue
    const output = hypothesis.drive ? hypothesis.drive(seen.ao ?? ao, p) : (seen.ao ?? ao)
    add(seen.output - output, seen.ao === null ? aoNoise : sigma)
  }
  return { normalised, logNoise }
}

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
