import type { Diagnosis } from '../diagnosis/diagnose'
import { type AdjustableFacts, adjustableOf } from './adjustable'
import { diagnoseRound } from './diagnoseRound'
import { judgingBasis, type RunBasis } from './judgeSteps'
import { isOfReading } from './pointScale'
import { type Recommendation, recommendation } from './recommendation'
import type { JudgedRound } from './runState'

/** What a round points to, and what is advised. The one place for it: the screen shows it, the server asks it. */
export function adviseRound(
  { points, analysis }: JudgedRound,
  world: RunBasis & AdjustableFacts,
): { readonly diagnosis: Diagnosis | null; readonly advice: Recommendation } {
  const basis = judgingBasis(world)
  const diagnosis = diagnoseRound(points, basis)
  // Over several decades a straight line in % of span says nothing of the lower ones.
  const isOverDecades = isOfReading(
    basis,
    points.map(({ targetPercent }) => targetPercent),
  )
  const figures = isOverDecades ? { ...analysis, line: null } : analysis
  return { diagnosis, advice: recommendation(figures, { diagnosis, adjustable: adjustableOf(world) }) }
}
