import { Refusal } from '@/core/refusal'
import { presentPause } from '@/plans/runProgress'
import type { NewPause } from '@/schema/run'
import type { RunView } from '@/schema/runView'
import { transaction } from '../database'
import { insertPause } from '../sql/runPause'
import type { Actor } from './actor'
import { loadRun } from './loadRun'
import { takePausableRun } from './openRun'

/**
 * Interrupts a run, or goes on with it. While it is paused it takes nothing. Sent twice, it is recorded once.
 *
 * @throws {Refusal} for a pause of a paused run, or an end of none
 */
export function pauseRun(runId: string, input: NewPause, { person, now }: Actor): Promise<RunView> {
  return transaction(async (db) => {
    const { run } = await takePausableRun(db, runId)
    if (run.pauses?.some(({ id }) => id === input.id)) return run
    const isPaused = presentPause(run) !== null
    if (isPaused === (input.kind === 'paused'))
      throw new Refusal('kind', isPaused ? 'the run is paused already' : 'the run is not paused', 'reload the run')
    await insertPause(db, { ...input, runId, at: now, personId: person.id })
    return loadRun(db, runId)
  })
}
