import type { Diagnosis } from '../../diagnosis/diagnosis'
import { type RemedyFacts, remedyFor } from '../../diagnosis/remedy'
import { usualScatter } from '../../error/usualScatter'
import { exceeds } from '../../error/verdict'
import { formatFixed } from '../../format/formatNumber'
import { judgingBasis, type RunBasis } from '../judge/judgeSteps'
import { isOfReading } from '../plan/pointScale'
import type { JudgedRound } from '../runState'
import { type AdjustableFacts, adjustableOf } from './adjustable'
import { type DiagnosedFacts, diagnoseRound, type TakenFacts } from './diagnoseRound'
import { flowAtRest } from './flowAtRest'
import { type Recommendation, recommendation } from './recommendation'

type AdvisedWorld = RunBasis &
  AdjustableFacts &
  DiagnosedFacts & { readonly configuration: { readonly hostRoot?: true | undefined } }

/** What a round points to, and what is advised. The one place for it: the screen shows it, the server asks it. */
export function adviseRound(
  { points, analysis }: JudgedRound,
  world: AdvisedWorld,
  /** How the points were taken, where that is known. */
  taken: TakenFacts = {},
  /** The round before, where there is one: what comes back in a second set of readings is evidence. */
  before?: JudgedRound,
): { readonly diagnosis: Diagnosis | null; readonly advice: Recommendation } {
  const basis = judgingBasis(world)
  const diagnosis = diagnoseRound(points, basis, { configuration: world.configuration, ...taken })
  // Over several decades a straight line in % of span says nothing of the lower ones.
  const isOverDecades = isOfReading(
    basis,
    points.map(({ targetPercent }) => targetPercent),
  )
  const figures = isOverDecades ? { ...analysis, line: null } : analysis
  const facts = remedyFactsOf(world)
  const isRepeated = before !== undefined && isSameShape(points, before.points)
  const advice = recommendation(figures, { diagnosis, remedyFacts: facts, isRepeated })
  return { diagnosis, advice: advice.action === 'leave' ? (restAdvice(points, world, facts) ?? advice) : advice }
}

/** Two sets of one shape differ by no more than so many times what a reading scatters by. Ours, no source. */
const SAME_SHAPE = 3

/** Whether a set of readings shows again what another showed: point by point, the same way, within their scatter. */
function isSameShape(points: JudgedRound['points'], others: JudgedRound['points']): boolean {
  const shared = points.flatMap((point) => {
    const other = others.find(
      ({ targetPercent, direction }) => targetPercent === point.targetPercent && direction === point.direction,
    )
    return other ? [[point, other] as const] : []
  })
  return (
    shared.length === points.length &&
    shared.every(([point, other]) => {
      const scatter = point.budget?.combinedStandardUncertainty ?? usualScatter(point.limitPercentSpan)
      return !exceeds(Math.abs(point.errorPercentSpan - other.errorPercentSpan), SAME_SHAPE * Math.SQRT2 * scatter)
    })
  )
}

/** A zero that shows as flow is not left, however far inside its limit it lies. */
function restAdvice(
  points: JudgedRound['points'],
  world: AdvisedWorld,
  facts: Omit<RemedyFacts, 'shape'>,
): Recommendation | null {
  const rest = flowAtRest(points, world)
  if (!rest) return null
  const { flowPercent, shiftPercent, cutOffPercent } = rest
  const beyond = cutOffPercent > 0 ? `, above the cut-off of ${cutOffPercent} %` : ', and nothing cuts it off'
  return {
    decision: 'adjust',
    action: 'adjust',
    how: remedyFor('zero-shift', facts).says,
    reason: `at rest it shows ${formatFixed(flowPercent, 2)} % of flow${beyond}: a zero shift of only ${formatFixed(shiftPercent, 3)} % of span`,
  }
}

/** What of an instrument decides how a cause is put right; the shape comes with the cause. */
export const remedyFactsOf = (
  world: AdjustableFacts & DiagnosedFacts & Pick<RunBasis, 'configuration'>,
): Omit<RemedyFacts, 'shape'> => ({
  adjustable: adjustableOf(world),
  isAbsolute: world.configuration.pressureKind === 'absolute',
  isZeroBased: world.configuration.lrv === 0,
})
