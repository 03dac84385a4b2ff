import { Refusal } from '../refusal'
import { type TransferCurve, transferCurve } from '../transfer/transfer'
import {
  bothStages,
  bowHypotheses,
  hysteresisHypotheses,
  outputHypotheses,
  sensorHypotheses,
} from './adjustmentHypotheses'
import { CAUSES, type Cause, LOOKALIKES, type Lookalike } from './cause'
import type { DiagnosisContext, DiagnosisReading } from './diagnosisReading'
import { type Fit, fitHypothesis } from './fitHypothesis'
import { channelsRead, type DiagnosisData, type Hypothesis } from './hypothesis'
import { type NextReading, nextReading } from './nextReading'
import { processHypotheses, signalHypotheses } from './processHypotheses'
import { readingHypotheses } from './readingHypotheses'
import { settingHypotheses, unitHypotheses, waterHypotheses } from './settingHypotheses'

/** A cause with how well it explains the readings. */
export type RankedCause = {
  readonly cause: Cause
  readonly words: string
  /** What it found, in numbers a technician can check. */
  readonly evidence: string
  /** Root mean square of what it leaves unexplained, in standard deviations of a reading; about 1 when it is right. */
  readonly leftOver: number
  /** Criterion above that of the best; 0 for the best itself. Below about 6 the readings hardly tell the two apart. */
  readonly behind: number
  /** Its share of the evidence over all causes tried, 0 to 1: the odds, if all were equally likely before. */
  readonly share: number
  /** Causes no reading of this kind separates from it. */
  readonly lookalikes: readonly Lookalike[]
}

export type Diagnosis = {
  /** `none` no fault to be seen, `found` one cause leads, `undecided` several fit alike, `unexplained` none fits. */
  readonly answer: 'none' | 'found' | 'undecided' | 'unexplained'
  readonly ranked: readonly RankedCause[]
  /** The reading that would tell the leading causes apart; null when one leads clearly. */
  readonly next: NextReading | null
}

/** A lead of this much in the criterion is strong evidence (odds of about 20 : 1). Source: Kass and Raftery, J. Am. Stat. Assoc. 90 (1995) 773. */
const CLEAR_LEAD = 6
/** Departures left over this large, in standard deviations, mean that the cause does not explain the readings. */
const UNEXPLAINED = 2.5
/** Every fault pays for being one of about twenty. */
const FAULT_PENALTY = 2 * Math.log(20)

/**
 * Ranks causes for a set of readings: each cause is a model of the instrument's stages, fitted, and judged by
 * its evidence, which punishes parameters (see {@link fitHypothesis}).
 *
 * @param readings at least three, at two different inputs
 * @throws {Refusal} for fewer, or noise that is not above zero
 */
export function diagnose(readings: readonly DiagnosisReading[], context: DiagnosisContext): Diagnosis {
  refuseTooLittle(readings, context)
  const curve = transferCurve(context.transfer)
  const data: DiagnosisData = {
    readings,
    context,
    curve,
    stops: outputStops(readings, context),
    aoNoise: readings.map(({ pvPercent }) => noiseOfAo(pvPercent ?? 0, curve, context.noisePercent)),
  }
  const best = bestOfEachCause(
    withBothStages(
      hypothesesFor(data).map((hypothesis) => fitHypothesis(hypothesis, data)),
      data,
    ),
  )
  const [leader, second] = best
  if (!leader) throw new Error('the hypothesis of no fault is always there')
  const total = best.reduce((sum, fit) => sum + weightOf(fit, leader), 0)
  const ranked = best.map((fit) => ({
    ...rankedCause(fit, leader.criterion, data),
    share: weightOf(fit, leader) / total,
  }))
  const lead = (second?.criterion ?? Number.POSITIVE_INFINITY) - leader.criterion
  const isExplained = leftOver(leader) < UNEXPLAINED
  const answer = !isExplained
    ? 'unexplained'
    : leader.hypothesis.cause === 'none'
      ? 'none'
      : lead < CLEAR_LEAD
        ? 'undecided'
        : 'found'
  const contenders = best.slice(2).filter(({ criterion }) => criterion - leader.criterion < CLEAR_LEAD)
  const isOpen = answer === 'undecided' || answer === 'unexplained'
  return { answer, ranked, next: isOpen && second ? nextReading([leader, second, ...contenders], data) : null }
}

/** 3.8 and 20.5 mA in % of a 4–20 mA span. Not every current stops just there: what was read beyond moves the stop. */
function outputStops(readings: readonly DiagnosisReading[], { isCurrentLoop }: DiagnosisContext) {
  if (!isCurrentLoop) return { low: Number.NEGATIVE_INFINITY, high: Number.POSITIVE_INFINITY }
  const seen = readings
    .flatMap(({ aoPercent, outputPercent }) => aoPercent ?? outputPercent ?? [])
    // A failure signal is no stop of a measuring output.
    .filter((percent) => percent > -2.4 && percent < 106)
  return { low: Math.min(-1.25, ...seen), high: Math.max(103.125, ...seen) }
}

/** PV and AO are read one after the other: a tenth of the noise of PV may have moved AO in between. */
const noiseOfAo = (pv: number, { forward }: TransferCurve, sigma: number) =>
  Math.max(sigma, Math.abs(forward(pv + sigma / 10) - forward(pv - sigma / 10)) / 2)

function refuseTooLittle(readings: readonly DiagnosisReading[], { noisePercent }: DiagnosisContext): void {
  if (!(noisePercent > 0))
    throw new Refusal('noisePercent', `${noisePercent} % of span`, 'enter what readings scatter by, above zero')
  if (readings.length < 3 || new Set(readings.map(({ targetPercent }) => targetPercent)).size < 2)
    throw new Refusal(
      'readings',
      `${readings.length} readings say too little`,
      'give at least three, at two test points',
    )
  const read = channelsRead(readings)
  if (!read.pv && !read.ao && !read.output)
    throw new Refusal('readings', 'hold nothing that the instrument gave', 'enter the output, or PV')
}

function hypothesesFor(data: DiagnosisData): Hypothesis[] {
  const none: Hypothesis = {
    cause: 'none',
    parameters: [],
    choicePenalty: 0,
    says: () => 'every reading agrees with the register within its scatter',
  }
  const faults = [
    ...sensorHypotheses(data),
    ...outputHypotheses(data),
    ...bowHypotheses(),
    ...hysteresisHypotheses(data),
    ...settingHypotheses(data),
    ...unitHypotheses(data),
    ...waterHypotheses(data),
    ...processHypotheses(data),
    ...signalHypotheses(data),
    ...readingHypotheses(data),
  ]
  return [none, ...faults.map((fault) => ({ ...fault, choicePenalty: fault.choicePenalty + FAULT_PENALTY }))]
}

/** Adds both stages at once, from the best of each. */
function withBothStages(fits: readonly Fit[], data: DiagnosisData): readonly Fit[] {
  const bestOf = (cause: Cause) =>
    fits.filter(({ hypothesis }) => hypothesis.cause === cause).toSorted((a, b) => a.criterion - b.criterion)[0]
  const [sensor, output] = [bestOf('sensor-stage'), bestOf('output-stage')]
  if (!sensor || !output) return fits
  return [...fits, fitHypothesis(bothStages(sensor.hypothesis, output.hypothesis), data)]
}

function bestOfEachCause(fits: readonly Fit[]): Fit[] {
  const best = new Map<Cause, Fit>()
  for (const fit of fits) {
    const rival = best.get(fit.hypothesis.cause)
    if (!rival || fit.criterion < rival.criterion) best.set(fit.hypothesis.cause, fit)
  }
  return [...best.values()].toSorted((a, b) => a.criterion - b.criterion)
}

/** Evidence of a fit relative to the leader's: the criterion is −2·ln of it. */
const weightOf = (fit: Fit, leader: Fit) => Math.exp(-(fit.criterion - leader.criterion) / 2)

function rankedCause(fit: Fit, bestCriterion: number, data: DiagnosisData): Omit<RankedCause, 'share'> {
  const { cause } = fit.hypothesis
  return {
    cause,
    words: CAUSES[cause],
    evidence: fit.hypothesis.says(fit.parameters),
    leftOver: leftOver(fit),
    behind: fit.criterion - bestCriterion,
    lookalikes: lookalikesOf(fit, data),
  }
}

/** A sensor's zero shift is a zero shift: the stage does not tell tilt from drift. */
function lookalikesOf({ hypothesis, parameters }: Fit, { context }: DiagnosisData): readonly Lookalike[] {
  const isZeroOfSensor =
    hypothesis.cause === 'sensor-stage' && parameters.length === 1 && hypothesis.says(parameters).includes('zero')
  const all = LOOKALIKES[isZeroOfSensor ? 'zero-shift' : hypothesis.cause] ?? []
  return all.filter(
    ({ name, isDigital }) =>
      (context.isCurrentLoop || !isDigital) && (context.wetLegPercent === null || !name.includes('wet leg')),
  )
}

const leftOver = ({ chiSquare, residualCount }: Fit) => Math.sqrt(chiSquare / Math.max(1, residualCount))
