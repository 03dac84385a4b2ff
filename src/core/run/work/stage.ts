import type { Decision } from '../decision'
import { roundRoles } from '../roundRole'

/** The stages of a run in the order people work. `prepare` ends when the run is started. */
export const STAGES = ['prepare', 'isolate', 'as-found', 'judge', 'adjust', 'as-left', 'restore', 'sign'] as const
export type Stage = (typeof STAGES)[number]

export const STAGE_LABELS: Record<Stage, string> = {
  prepare: 'Prepare',
  isolate: 'Isolate',
  'as-found': 'As found',
  judge: 'Judge',
  adjust: 'Adjust',
  'as-left': 'As left',
  restore: 'Restore',
  sign: 'Sign',
}

/** A round of readings: the first that counts is as found, every later one an as left. */
export type RoundProgress = {
  readonly planned: number
  readonly read: number
  readonly decision: Decision | null
  /** Read, and not accepted: it is decided on before anything is put back. */
  readonly isOutside?: boolean
}

/** Whether the lists of taking out of service and putting back are done; a run without them has them done. */
export type WorkProgress = {
  readonly isIsolated: boolean
  /** Putting back has begun. */
  readonly isRestoring: boolean
  readonly isRestored: boolean
}

/** A run from before the lists were part of it, or a computation that has none. */
export const NO_WORK_LISTS: WorkProgress = { isIsolated: true, isRestoring: false, isRestored: true }

/**
 * The stage a run is in, worked out from what has been recorded: there is no second place that could disagree.
 * After “adjust” the run stays in Adjust until the next round is opened.
 */
export function stageOf(rounds: readonly RoundProgress[], work: WorkProgress = NO_WORK_LISTS): Stage {
  const current = rounds.at(-1)
  if (current === undefined) return 'prepare'
  // What has been read was hooked up, whatever steps the list has been given since.
  const hasReadings = rounds.length > 1 || current.read > 0
  if (!work.isIsolated && !hasReadings) return 'isolate'
  const decided = rounds.map(({ decision }) => ({ decision: decision && { decision } }))
  const isAsFound = roundRoles(decided).at(-1) === 'as-found'
  if (current.read < current.planned) return isAsFound ? 'as-found' : 'as-left'
  if (current.decision === 'adjust') return 'adjust'
  // What was left outside is judged as what was found so: nobody is led to Restore past it.
  const isToBeJudged = isAsFound || (current.isOutside === true && !work.isRestoring)
  if (isToBeJudged && current.decision === null) return 'judge'
  return work.isRestored ? 'sign' : 'restore'
}
