import { outputExpectations } from '../error/transferLimit'
import { exceeds } from '../error/verdict'
import { transferCurve } from '../transfer/transfer'
import { byCause, type CauseFit, groupOf, liveSuspects } from './causeFits'
import type { Diagnosis } from './diagnosis'
import { noiseOfAo, outputStops, refuseTooLittle, sensorStops } from './diagnosisData'
import type { DiagnosisContext, DiagnosisReading } from './diagnosisReading'
import { isExplained as isLeftOverExplained } from './explains'
import { type Fit, fitHypothesis } from './fitHypothesis'
import { hypothesesFor } from './hypotheses'
import { type DiagnosisData, showsOutputStage } from './hypothesis'
import { nextReading } from './nextReading'
import { rankedCause } from './rankedCause'
import { sensorEffects } from './residuals'

/** What it takes to be called found. Ours, no source; that of those called so about as many are right is measured. */
export const FOUND = 0.9

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
    sensorEffects: readings.map((reading) => sensorEffects(reading, context.zeroPressurePercent)),
    hasOutputStage: showsOutputStage(readings),
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

function answerOf(
  leader: CauseFit,
  facts: { isExplained: boolean; isInside: boolean; isAlone: boolean; groupShare: number },
): Diagnosis['answer'] {
  if (facts.isInside) return leader.cause === 'none' ? 'none' : 'inside'
  if (!facts.isExplained) return 'unexplained'
  if (!facts.isAlone || facts.groupShare < FOUND || isBarelyHeld(leader.best)) return 'undecided'
  return leader.cause === 'none' ? 'none' : 'found'
}

/** A curve through as good as every reading is held by none: three readings and two figures to fit them say little. */
const isBarelyHeld = ({ residualCount, hypothesis: { parameters, line } }: Fit): boolean =>
  line === undefined && parameters.length > 1 && residualCount - parameters.length < 2

/** Whether what a stage gives is what it was given, within the limit and what it may be read wrong by; what was not read is. */
const isNear = (gives: number | null, given: number, { limitPercent, noisePercent }: DiagnosisContext): boolean =>
  gives === null || !exceeds(Math.abs(gives - given), limitPercent + 2 * noisePercent)

const explains = ({ chiSquare, residualCount, hypothesis }: Fit): boolean =>
  isLeftOverExplained(chiSquare, residualCount - hypothesis.parameters.length)

/**
 * Whether every output (PV where there is none) lies within the limit, carried through the transfer, and every stage by
 * itself too: a sensor 1 % high before an output 1 % low is no instrument in order.
 */
function isInsideLimit({ readings, context }: DiagnosisData): boolean {
  const areStagesInside = readings.every(
    ({ appliedPercent, pvPercent, aoPercent, outputPercent }) =>
      isNear(pvPercent, appliedPercent, context) && (aoPercent === null || isNear(outputPercent, aoPercent, context)),
  )
  if (!areStagesInside) return false
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
