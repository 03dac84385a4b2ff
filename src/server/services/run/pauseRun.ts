import { Refusal } from '@/core/refusal'
import { presentPause } from '@/plans/runProgress'
import type { NewPause } from '@/schema/runEnd'
import type { RunView } from '@/schema/runView'
import { transaction } from '../../database'
import { insertPause } from '../../sql/run/runPause'
import type { Actor } from '../actor'
import { loadRun } from './loadRun'
import { takePausableRun } from './openRun'
import { isRepeated, refuseForeignId } from './repeated'

/**
 * Interrupts a run, or goes on with it. While it is paused it takes nothing. Sent twice, it is recorded once.
 *
 * @throws {Refusal} for a pause of a paused run, or an end of none
 */
export function pauseRun(runId: string, input: NewPause, { person, now }: Actor): Promise<RunView> {
  return transaction(async (db) => {
    const { run } = await takePausableRun(db, runId)
    const known = run.pauses?.find(({ id }) => id === input.id)
    if (isRepeated(known, input, ['kind', 'words'])) return run
    const isPaused = presentPause(run) !== null
    if (isPaused === (input.kind === 'paused'))
      throw new Refusal('kind', isPaused ? 'the run is paused already' : 'the run is not paused', 'reload the run')
    refuseForeignId(await insertPause(db, { ...input, runId, at: now, personId: person.id }))
    return loadRun(db, runId)
  })
}
