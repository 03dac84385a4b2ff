import { Refusal } from '@/core/refusal'
import { recommendation } from '@/core/run/recommendation'
import type { NewDecision } from '@/schema/run'
import type { RunView } from '@/schema/runView'
import { transaction } from '../database'
import { Conflict } from '../refusals'
import { insertDecision } from '../sql/runDecision'
import type { Actor } from './actor'
import { loadRun } from './loadRun'
import { takeOpenRun } from './openRun'

/**
 * Records what was decided after a round. Sent twice the same, it is recorded once.
 *
 * @throws {Refusal} when the round is not complete, or the decision differs from the advice without a reason
 * @throws {Conflict} when the round was decided otherwise
 */
export function decide(runId: string, input: NewDecision, { person, now }: Actor): Promise<RunView> {
  return transaction(async (db) => {
    const { run, state } = await takeOpenRun(db, runId)
    const round = run.rounds.at(-1)
    const judged = state.rounds.at(-1)
    if (!round || !judged || round.round !== input.round || judged.points.length < round.steps.length)
      throw new Refusal('round', 'that round is not the present one, or not all its points are read', 'reload the run')
    if (input.decision === 'adjust' && run.workSteps?.some(({ list }) => list === 'restore'))
      throw new Refusal(
        'decision',
        'the instrument is being put back into service',
        'finish this run; a further adjustment is a run of its own, from Isolate on',
      )
    if (round.decision) {
      if (round.decision.decision === input.decision) return run
      throw new Conflict(
        'decision',
        `${round.decision.decidedBy} has decided “${round.decision.decision}”`,
        'reload the run',
      )
    }
    const advised = recommendation(judged.analysis).decision
    if (input.decision !== advised && input.reason === null)
      throw new Refusal(
        'reason',
        `“${input.decision}” is not what the readings suggest (“${advised}”)`,
        'give your reason',
      )
    await insertDecision(db, { ...input, runId, at: now, personId: person.id })
    return loadRun(db, runId)
  })
}
