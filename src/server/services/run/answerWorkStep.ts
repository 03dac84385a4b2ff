import { Refusal } from '@/core/refusal'
import { STAGE_LABELS } from '@/core/run/work/stage'
import { workLists } from '@/core/run/work/workLists'
import { nextStep } from '@/core/run/work/workStep'
import { isTwoWireLoop } from '@/core/signal/signalKind'
import type { NewLoopCheck, NewTerminalCheck, WorkStepAnswer } from '@/schema/run'
import type { RunView } from '@/schema/runView'
import { transaction } from '../../database'
import { Conflict } from '../../refusals'
import { insertLoopCheck } from '../../sql/run/loopCheck'
import { insertTerminalCheck } from '../../sql/run/terminalCheck'
import { insertWorkStep } from '../../sql/run/workStep'
import type { Actor } from '../actor'
import { loadRun } from './loadRun'
import { takeOpenRun } from './openRun'
import { isRepeated, refuseForeignId } from './repeated'

/**
 * Records one step of taking out of service or putting back. The order is kept: a step is answered only after those
 * before it. Sent twice, it is recorded once.
 *
 * @throws {Refusal} for a step of another stage, out of its order, or a hand-over without words
 * @throws {Conflict} when somebody else answered it
 */
export function answerWorkStep(runId: string, answer: WorkStepAnswer, { person, now }: Actor): Promise<RunView> {
  return transaction(async (db) => {
    const { run, state } = await takeOpenRun(db, runId)
    const known = run.workSteps?.find(({ list, item }) => list === answer.list && item === answer.item)
    if (known?.id === answer.id && isRepeated(known, answer, ['outcome', 'words'])) return run
    if (known)
      throw new Conflict('item', `${known.answeredBy} has answered this step already`, 'look at the list as it now is')
    if (state.stage !== answer.list)
      throw new Refusal('list', `the run is at “${STAGE_LABELS[state.stage]}”`, 'reload the run')
    const next = nextStep(workLists(run)?.[answer.list] ?? [], run.workSteps ?? [], answer.list)
    if (next?.id !== answer.item)
      throw new Refusal(
        'item',
        `the step to be done next is “${next?.does ?? 'none'}”`,
        'take the steps in their order: the order protects people',
      )
    if (next.takesWords && answer.words === null)
      throw new Refusal('words', 'nothing is written', 'say who was told what')
    await insertWorkStep(db, { ...answer, runId, at: now, personId: person.id })
    return loadRun(db, runId)
  })
}

/**
 * Records what the host shows for a known input.
 *
 * @throws {Refusal} outside Restore
 */
export function recordLoopCheck(runId: string, check: NewLoopCheck, { person, now }: Actor): Promise<RunView> {
  return transaction(async (db) => {
    const { run, state } = await takeOpenRun(db, runId)
    const known = run.loopChecks?.find(({ id }) => id === check.id)
    if (isRepeated(known, check, ['percent', 'hostValue', 'limitPercent', 'senseOhms', 'senseVolts'])) return run
    if (state.stage !== 'restore')
      throw new Refusal('run', `the run is at “${STAGE_LABELS[state.stage]}”`, 'check the loop in Restore')
    refuseForeignId(await insertLoopCheck(db, { ...check, runId, at: now, personId: person.id }))
    return loadRun(db, runId)
  })
}

/**
 * Records the volts at the terminals at a current.
 *
 * @throws {Refusal} for an instrument that has no two-wire loop
 */
export function recordTerminalCheck(runId: string, check: NewTerminalCheck, { person, now }: Actor): Promise<RunView> {
  return transaction(async (db) => {
    const { run } = await takeOpenRun(db, runId)
    const known = run.terminalChecks?.find(({ id }) => id === check.id)
    if (isRepeated(known, check, ['milliamp', 'volts'])) return run
    if (!isTwoWireLoop(run.world.configuration.signal))
      throw new Refusal('run', 'the instrument has no two-wire loop', 'leave the volts at its terminals out')
    refuseForeignId(await insertTerminalCheck(db, { ...check, runId, at: now, personId: person.id }))
    return loadRun(db, runId)
  })
}
