import { Refusal } from '@/core/refusal'
import type { Recommendation } from '@/core/run/advise/recommendation'
import { meaningOf } from '@/core/run/decision'
import { impactOf } from '@/core/run/judge/impact'
import { roundRoles } from '@/core/run/roundRole'
import type { JudgedRound } from '@/core/run/runState'
import { presentAdvice } from '@/plans/runProgress'
import type { NewDecision } from '@/schema/run'
import type { RunView } from '@/schema/runView'
import { type Transaction, transaction } from '../../database'
import { Conflict } from '../../refusals'
import { insertEvent } from '../../sql/proof/event'
import { insertDecision } from '../../sql/run/runDecision'
import { insertRound, insertSteps } from '../../sql/run/runRound'
import type { Actor } from '../actor'
import { loadRun } from './loadRun'
import { takeOpenRun } from './openRun'

/**
 * Records what was decided after a round. Sent twice the same, it is recorded once. `repeat` opens the same round once
 * more at once; the readings that were taken are kept and do not count. `leave` can become `adjust` with a reason, as long
 * as putting back has not begun: the loop check may ask for it.
 *
 * @throws {Refusal} when the round is not complete, or the decision differs from the advice without a reason
 * @throws {Conflict} when the round was decided otherwise
 */
export function decide(runId: string, input: NewDecision, actor: Actor): Promise<RunView> {
  const { person, now } = actor
  return transaction(async (db) => {
    const { run, state } = await takeOpenRun(db, runId)
    const known = run.rounds[input.round]?.decision
    if (known && known.decision === input.decision) return run
    const round = run.rounds.at(-1)
    const judged = state.rounds.at(-1)
    if (!round || !judged || round.round !== input.round || judged.points.length < round.steps.length)
      throw new Refusal('round', 'that round is not the present one, or not all its points are read', 'reload the run')
    if (run.world.amends)
      throw new Refusal(
        'decision',
        'an amendment corrects what was recorded',
        'correct the reading that is wrong, then sign',
      )
    if (meaningOf(input.decision).needsOutOfService) refuseOnceRestored(run)
    const isChange = round.decision !== null && meaningOf(round.decision.decision).mayBecome.includes(input.decision)
    if (round.decision && !isChange)
      throw new Conflict(
        'decision',
        `${round.decision.decidedBy} has decided “${round.decision.decision}”`,
        'reload the run',
      )
    const advice = presentAdvice(run, state)?.advice
    const { decision: advised = null, action = null } = advice ?? {}
    if ((input.decision !== advised || isChange) && input.reason === null)
      throw new Refusal(
        'reason',
        `“${input.decision}” is not what the readings suggest (“${advised}”)`,
        'give your reason',
      )
    const turn = isChange ? 1 : 0
    await insertDecision(db, { ...input, runId, turn, at: now, personId: person.id })
    if (!meaningOf(input.decision).readingsCount) await openSameRound(db, run, actor)
    else if (isAsFound(run) && !isChange && isImpactful(judged, run.world, action ?? 'leave'))
      await insertEvent(db, {
        at: now,
        personId: person.id,
        kind: 'found outside its limit',
        subjectId: runId,
        detail: { lastGood: run.world.lastGood ?? null, measuresSince: run.world.measuresSince ?? null },
      })
    return loadRun(db, runId)
  })
}

const isImpactful = ({ points }: JudgedRound, world: RunView['world'], action: Recommendation['action']) =>
  impactOf(points, world, { isToBeRepeated: action === 'repeat' }) !== null

function refuseOnceRestored(run: RunView): void {
  if (run.workSteps?.some(({ list }) => list === 'restore'))
    throw new Refusal(
      'decision',
      'the instrument is being put back into service',
      'finish this run; a further adjustment is a run of its own, from Isolate on',
    )
}

const isAsFound = ({ rounds }: RunView) => roundRoles(rounds).at(-1) === 'as-found'

async function openSameRound(db: Transaction, run: RunView, { person, now }: Actor): Promise<void> {
  const last = run.rounds.at(-1)
  if (!last) return
  const round = run.rounds.length
  await insertRound(db, { runId: run.id, round, at: now, personId: person.id, planReason: last.planReason ?? null })
  await insertSteps(db, { runId: run.id, round, points: last.steps })
}
