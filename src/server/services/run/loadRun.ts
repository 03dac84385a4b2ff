import type { RecordedReading, RunRound } from '@/schema/recordedRun'
import type { RunView } from '@/schema/runView'
import type { Queryable } from '../../database'
import { NotFound } from '../../refusals'
import { selectAdjustments } from '../../sql/run/adjustment'
import { selectLoopChecks } from '../../sql/run/loopCheck'
import { type OvershootRow, selectOvershoots } from '../../sql/run/overshoot'
import { type ReadingRow, selectReadings } from '../../sql/run/reading'
import { selectExchanges } from '../../sql/run/referenceExchange'
import { selectRun } from '../../sql/run/run'
import { selectDecisions } from '../../sql/run/runDecision'
import { selectPauses } from '../../sql/run/runPause'
import { selectPlanReasons, selectSteps } from '../../sql/run/runRound'
import { selectTerminalChecks } from '../../sql/run/terminalCheck'
import { selectWorkSteps } from '../../sql/run/workStep'

/**
 * A run with everything recorded in it, as screens, record and API see it.
 *
 * @throws {NotFound} for an unknown id
 */
export async function loadRun(db: Queryable, id: string): Promise<RunView> {
  const head = await selectRun(db, id)
  if (!head) throw new NotFound('run', 'there is no such run', 'open it from its instrument')
  // One after the other: inside a transaction they share one connection.
  const steps = await selectSteps(db, id)
  const readings = await selectReadings(db, id)
  const decisions = await selectDecisions(db, id)
  const adjustments = await selectAdjustments(db, id)
  const overshoots = await selectOvershoots(db, id)
  const planReasons = await selectPlanReasons(db, id)
  const workSteps = await selectWorkSteps(db, id)
  const loopChecks = await selectLoopChecks(db, id)
  const terminalChecks = await selectTerminalChecks(db, id)
  const exchanges = await selectExchanges(db, id)
  const pauses = await selectPauses(db, id)

  const rounds = [...new Set(steps.map((step) => step.round))].map((round): RunRound => {
    const [decision, ...before] = decisions
      .filter((row) => row.round === round)
      .map(({ round: _, decidedAt, ...row }) => ({ ...row, decidedAt: decidedAt.toISOString() }))
      .toReversed()
    return {
      round,
      steps: steps
        .filter((step) => step.round === round)
        .map(({ round: _, ...step }) => ({
          ...step,
          ...(overshoots.some(({ stepId }) => stepId === step.id) && { overshoots: overshootsOf(step.id, overshoots) }),
          readings: readingLine(readings.filter((r) => r.stepId === step.id)),
        })),
      decision: decision ? { ...decision, ...(before.length > 0 && { insteadOf: before.toReversed() }) } : null,
      adjustments: adjustments
        .filter((done) => done.afterRound === round)
        .map(({ afterRound: _, doneAt, ...done }) => ({ ...done, doneAt: doneAt.toISOString() })),
      ...(planReasons.has(round) && { planReason: planReasons.get(round) }),
    }
  })
  return {
    id: head.id,
    status: head.status,
    startedAt: head.startedAt.toISOString(),
    startedBy: head.startedBy,
    world: head.world,
    rounds,
    ...(workSteps.length > 0 && { workSteps }),
    ...(loopChecks.length > 0 && { loopChecks }),
    ...(exchanges.length > 0 && { exchanges }),
    ...(terminalChecks.length > 0 && { terminalChecks }),
    ...(pauses.length > 0 && { pauses }),
  }
}

const overshootsOf = (id: string, rows: readonly OvershootRow[]) =>
  rows
    .filter(({ stepId }) => stepId === id)
    .map(({ stepId: _, notedAt, ...row }) => ({ ...row, notedAt: notedAt.toISOString() }))

/** The readings of one step from the first typed to the one that holds, following what supersedes what. */
function readingLine(rows: readonly ReadingRow[]): RecordedReading[] {
  const line: RecordedReading[] = []
  let next = rows.find((row) => row.supersedes === null)
  while (next) {
    const { stepId: _, takenAt, ...reading } = next
    line.push({ ...reading, takenAt: takenAt.toISOString() })
    next = rows.find((row) => row.supersedes === reading.id)
  }
  return line
}
