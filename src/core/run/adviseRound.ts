import type { Diagnosis } from '../diagnosis/diagnose'
import { type AdjustableFacts, adjustableOf } from './adjustable'
import { diagnoseRound } from './diagnoseRound'
import { judgingBasis, type RunBasis } from './judgeSteps'
import { type Recommendation, recommendation } from './recommendation'
import type { JudgedRound } from './runState'

/** What a round points to, and what is advised. The one place for it: the screen shows it, the server asks it. */
export function adviseRound(
  { points, analysis }: JudgedRound,
  world: RunBasis & AdjustableFacts,
): { readonly diagnosis: Diagnosis | null; readonly advice: Recommendation } {
  const diagnosis = diagnoseRound(points, judgingBasis(world))
  return { diagnosis, advice: recommendation(analysis, { diagnosis, adjustable: adjustableOf(world) }) }
}
