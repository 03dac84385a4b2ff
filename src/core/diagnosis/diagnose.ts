import { outputExpectations } from '../error/transferLimit'
import { exceeds } from '../error/verdict'
import { Refusal } from '../refusal'
import { FAILURE_PERCENT, SHOWN_PERCENT } from '../signal/ne43'
import { type TransferCurve, transferCurve } from '../transfer/transfer'
import {
  bothStages,
  bowHypotheses,
  driftHypotheses,
  hysteresisHypotheses,
  outputHypotheses,
  sensorHypotheses,
} from './adjustmentHypotheses'
import { ALIKE, type Cause, causeFacts, type Lookalike } from './causeTable'
import type { DiagnosisContext, DiagnosisReading } from './diagnosisReading'
import { type Fit, fitHypothesis } from './fitHypothesis'
import { channelsRead, type DiagnosisData, type Hypothesis, type LineShape } from './hypothesis'
import { type NextReading, nextReading } from './nextReading'
import { processHypotheses, signalHypotheses } from './processHypotheses'
import { readingHypotheses } from './readingHypotheses'
import { HEALTHY } from './residuals'
import { settingHypotheses, unitHypotheses, waterHypotheses } from './settingHypotheses'

/** A cause with how well it explains the readings. */
export type RankedCause = {
  readonly cause: Cause
  readonly words: string
  /** What it found, in numbers a technician can check. */
  readonly evidence: string
  /** Which of zero and span it found to be off, where it is a matter of a straight line. */
  readonly shape?: LineShape
  /** Root mean square of what it leaves unexplained, in standard deviations of a reading; about 1 when it is right. */
  readonly leftOver: number
  /** Criterion above that of the best; 0 for the best itself. */
  readonly behind: number
  /** Its probability over all causes tried, with how common each is; null where no cause explains the readings. */
  readonly share: number | null
  /** Causes no reading of this kind separates from it. */
  readonly lookalikes: readonly Lookalike[]
}

export type Diagnosis = {
  /**
   * `none` no error beyond the scatter, `inside` an error that is there and inside the limit, `found` one cause leads,
   * `undecided` several fit alike or cannot be told apart, `unexplained` none fits.
   */
  readonly answer: 'none' | 'inside' | 'found' | 'undecided' | 'unexplained'
  /** The leading cause, with those that these readings cannot tell from it. */
  readonly group: readonly Cause[]
  /** How probable the group is; null where nothing is explained. */
  readonly groupShare: number | null
  readonly ranked: readonly RankedCause[]
  /** The reading that would tell most; null when one cause leads clearly, or there is nothing to tell. */
  readonly next: NextReading | null
}

/** What it takes to be called found. Ours, no source; that of those called so about as many are right is measured. */
const FOUND = 0.9
/** A fit this far out in the χ² distribution, as a normal deviate, does not explain the readings: about 1 in 10 000. */
const UNEXPLAINED_DEVIATE = 3.7
/** Two causes fit alike where χ² differs by less than this. */
const FITS_ALIKE = 6
/** A cause less probable than this is no part of a group, and is not asked about. */
const LEAST_SHARE = 0.02

/**
 * Ranks causes for a set of readings: each cause is a model of the instrument's stages in several variants, fitted, and
 * judged by its evidence (see {@link fitHypothesis}); the variants of a cause add up.
 *
 * @param readings at least three, at two different inputs
 * @throws {Refusal} for fewer, or a scatter or limit that is not above zero
 */
export function diagnose(readings: readonly DiagnosisReading[], context: DiagnosisContext): Diagnosis {
  refuseTooLittle(readings, context)
  const curve = transferCurve(context.transfer)
  const data: DiagnosisData = {
    readings,
    context,
    curve,
    stops: outputStops(readings, context),
    sensorStops: sensorStops(readings, context),
    aoNoise: readings.map(({ pvPercent }) => noiseOfAo(pvPercent ?? 0, curve, context.noisePercent)),
  }
  const count = readings.reduce(
    (sum, { pvPercent, aoPercent, outputPercent }) =>
      sum + [pvPercent, aoPercent, outputPercent].filter((value) => value !== null).length,
    0,
  )
  const fits = hypothesesFor(data)
    // As many parameters as readings explain nothing.
    .filter(({ parameters, leavesOut }) => parameters.length + (leavesOut ? 1 : 0) < count)
    .map((hypothesis) => fitHypothesis(hypothesis, data))
  const causes = byCause(fits)
  const [leader] = causes
  if (!leader) throw new Error('the hypothesis of no fault is always there')
  const isExplained = explains(leader.best)
  const group = groupOf(causes, data)
  const groupShare = group.reduce((sum, { share }) => sum + share, 0)
  const ranked = causes.map((each) => rankedCause(each, leader, { data, isExplained }))
  const answer = answerOf(leader, {
    isExplained,
    isInside: isInsideLimit(data),
    isAlone: group.length === 1,
    groupShare,
  })
  const isOpen = answer === 'undecided' || answer === 'unexplained'
  return {
    answer,
    group: group.map(({ cause }) => cause),
    groupShare: isExplained ? groupShare : null,
    ranked,
    next: isOpen ? nextReading(liveSuspects(causes, isExplained), data) : null,
  }
}

/** A cause with its best variant and its probability. */
type CauseFit = { readonly cause: Cause; readonly best: Fit; readonly share: number }

/** Evidence of all variants of a cause together, as a share of all causes. */
function byCause(fits: readonly Fit[]): CauseFit[] {
  const lowest = Math.min(...fits.map(({ criterion }) => criterion))
  const weights = new Map<Cause, { best: Fit; weight: number }>()
  for (const fit of fits) {
    const { cause } = fit.hypothesis
    const known = weights.get(cause)
    const weight = Math.exp(-(fit.criterion - lowest) / 2) + (known?.weight ?? 0)
    weights.set(cause, { best: known && known.best.criterion <= fit.criterion ? known.best : fit, weight })
  }
  const total = [...weights.values()].reduce((sum, { weight }) => sum + weight, 0)
  return [...weights]
    .map(([cause, { best, weight }]) => ({ cause, best, share: weight / total }))
    .toSorted((a, b) => b.share - a.share || a.best.criterion - b.best.criterion)
}

function answerOf(
  leader: CauseFit,
  facts: { isExplained: boolean; isInside: boolean; isAlone: boolean; groupShare: number },
): Diagnosis['answer'] {
  if (facts.isInside) return leader.cause === 'none' ? 'none' : 'inside'
  if (!facts.isExplained) return 'unexplained'
  if (!facts.isAlone || facts.groupShare < FOUND) return 'undecided'
  return leader.cause === 'none' ? 'none' : 'found'
}

/** Whether what a fit leaves is what the scatter allows: χ² by Wilson and Hilferty, Proc. Natl. Acad. Sci. 17 (1931) 684. */
function explains({ chiSquare, residualCount, hypothesis }: Fit): boolean {
  const degrees = residualCount - hypothesis.parameters.length
  if (degrees < 1) return false
  const deviate = ((chiSquare / degrees) ** (1 / 3) - (1 - 2 / (9 * degrees))) / Math.sqrt(2 / (9 * degrees))
  return deviate < UNEXPLAINED_DEVIATE
}

/** The leader, and what the readings cannot tell from it: its equals that fit as well. */
function groupOf(causes: readonly CauseFit[], { readings }: DiagnosisData): readonly CauseFit[] {
  const [leader, ...others] = causes
  if (!leader) return []
  const isRead = {
    pv: channelsRead(readings).pv,
    volts: readings.some(({ terminalVolts }) => terminalVolts !== null),
    nothing: false,
  }
  const equals = ALIKE.filter(({ causes: alike, toldBy }) => !isRead[toldBy] && alike.includes(leader.cause)).flatMap(
    ({ causes: alike }) => alike,
  )
  return [
    leader,
    ...others.filter(
      ({ cause, best, share }) =>
        equals.includes(cause) && share >= LEAST_SHARE && best.chiSquare < leader.best.chiSquare + FITS_ALIKE,
    ),
  ]
}

const MOST_SUSPECTS = 6
/** Where nothing explains the readings, the nearest are asked about all the same. */
function liveSuspects(causes: readonly CauseFit[], isExplained: boolean): { fit: Fit; share: number }[] {
  const live = isExplained ? causes.filter(({ share }) => share >= LEAST_SHARE) : causes.slice(0, 3)
  return live.slice(0, MOST_SUSPECTS).map(({ best, share }) => ({ fit: best, share }))
}

/** Whether every output (PV where there is none) lies within the limit, carried through the transfer. */
function isInsideLimit({ readings, context }: DiagnosisData): boolean {
  const limits = { limitPercent: context.limitPercent, adjustLimitPercent: null }
  return readings.every(({ appliedPercent, outputPercent, pvPercent }) => {
    if (outputPercent === null)
      return pvPercent === null || !exceeds(Math.abs(pvPercent - appliedPercent), context.limitPercent)
    const { expectations } = outputExpectations(appliedPercent, limits, context.transfer)
    return expectations.some(
      ({ idealPercent, limitPercent }) => !exceeds(Math.abs(outputPercent - idealPercent), limitPercent),
    )
  })
}

/** How far a sensor follows past the limits of its nameplate, as a share of their width. Ours, no source. */
const FOLLOWS_ON = 0.1

/**
 * Where the sensor may stop: past its limits, as one that is off by a little at the very end of them still shows it; or
 * what PV was read to do beyond.
 */
function sensorStops(readings: readonly DiagnosisReading[], { sensorLimits }: DiagnosisContext) {
  const seen = readings.flatMap(({ pvPercent }) => pvPercent ?? [])
  if (!sensorLimits) return { low: Number.NEGATIVE_INFINITY, high: Number.POSITIVE_INFINITY }
  const { low, high } = sensorLimits
  const past = FOLLOWS_ON * (high - low)
  return { low: Math.min(low - past, ...seen), high: Math.max(high + past, ...seen) }
}

/**
 * The stops of NE 43, and as much on any other signal. Not every current stops just there: what was read beyond moves the
 * stop. A failure signal, read with a little noise, is no stop of a measuring output.
 */
function outputStops(readings: readonly DiagnosisReading[], { isCurrentLoop, hasFailureLevels }: DiagnosisContext) {
  const seen = readings
    .flatMap(({ aoPercent, outputPercent }) => aoPercent ?? outputPercent ?? [])
    .filter(
      (percent) =>
        !isCurrentLoop ||
        !hasFailureLevels ||
        (percent > FAILURE_PERCENT.low + 0.1 && percent < FAILURE_PERCENT.high - 0.25),
    )
  return { low: Math.min(SHOWN_PERCENT.low, ...seen), high: Math.max(SHOWN_PERCENT.high, ...seen) }
}

/** PV and AO are read one after the other: a tenth of the noise of PV may have moved AO in between. */
const noiseOfAo = (pv: number, { forward }: TransferCurve, sigma: number) =>
  Math.max(sigma, Math.abs(forward(pv + sigma / 10) - forward(pv - sigma / 10)) / 2)

function refuseTooLittle(
  readings: readonly DiagnosisReading[],
  { noisePercent, limitPercent }: DiagnosisContext,
): void {
  if (!(noisePercent > 0))
    throw new Refusal('noisePercent', `${noisePercent} % of span`, 'enter what readings scatter by, above zero')
  if (!(limitPercent > 0)) throw new Refusal('limitPercent', `${limitPercent} % of span`, 'enter a limit above zero')
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
    weight: 1,
    says: () => 'every reading agrees with the register within its scatter and what a healthy instrument is off by',
  }
  return [
    none,
    ...sensorHypotheses(data),
    ...outputHypotheses(data),
    ...bothStages(data),
    ...bowHypotheses(data),
    ...hysteresisHypotheses(data),
    ...driftHypotheses(data),
    ...settingHypotheses(data),
    ...unitHypotheses(data),
    ...waterHypotheses(data),
    ...processHypotheses(data),
    ...signalHypotheses(data),
    ...readingHypotheses(data),
  ]
}

function rankedCause(
  { cause, best, share }: CauseFit,
  leader: CauseFit,
  { data, isExplained }: { data: DiagnosisData; isExplained: boolean },
): RankedCause {
  const { shape } = best.hypothesis
  return {
    cause,
    words: causeFacts(cause).name,
    evidence: best.hypothesis.says(shownParameters(best, data)),
    ...(shape && { shape }),
    leftOver: Math.sqrt(best.chiSquare / Math.max(1, best.residualCount)),
    behind: best.criterion - leader.best.criterion,
    share: isExplained ? share : null,
    lookalikes: lookalikesOf(best, data),
  }
}

/** The whole of a straight-line error, with what of it a healthy instrument may have: that is what the readings show. */
function shownParameters({ hypothesis, parameters, healthy }: Fit, { context }: DiagnosisData): readonly number[] {
  const { line, shape } = hypothesis
  if (!line || !shape) return parameters
  const [zero, span] = line.stage === 'sensor' ? [0, 1] : [4, 5]
  const own = line.stage === 'sensor' ? [HEALTHY.zero, HEALTHY.span] : [HEALTHY.outputZero, HEALTHY.outputSpan]
  const share = (index: number, size: number) => (healthy[index] ?? 0) * size * context.limitPercent
  const ofZero = share(zero ?? 0, own[0] ?? 0)
  const ofSpan = share(span ?? 0, own[1] ?? 0)
  const added = shape === 'zero' ? [ofZero] : shape === 'span' ? [ofSpan] : [ofZero, ofSpan]
  return parameters.map((value, k) => value + (added[k - line.at] ?? 0))
}

/** A sensor's zero shift is a zero shift: the stage does not tell tilt from drift. */
function lookalikesOf({ hypothesis }: Fit, { context }: DiagnosisData): readonly Lookalike[] {
  const { cause, shape } = hypothesis
  const all = causeFacts(cause === 'sensor-stage' && shape === 'zero' ? 'zero-shift' : cause).lookalikes ?? []
  return all.filter(
    ({ isDigital, needsWetLeg }) =>
      (context.hasFailureLevels || !isDigital) &&
      (!needsWetLeg || (context.hasWetLeg === true && context.wetLegPercent === null)),
  )
}
