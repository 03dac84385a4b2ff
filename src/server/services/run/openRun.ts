import { withPoints } from '@/core/format/decimalMark'
import { type RunState, runState } from '@/core/run/runState'
import { presentPause } from '@/plans/runProgress'
import type { RunView } from '@/schema/runView'
import type { Transaction } from '../../database'
import { Conflict, NotFound } from '../../refusals'
import { lockRun } from '../../sql/run/run'
import { loadRun } from './loadRun'

/**
 * Takes an open run for writing and loads it with its state. Writers of one run come one after the other.
 *
 * @throws {NotFound} for an unknown id
 * @throws {Conflict} when it is sealed, abandoned or paused
 */
export async function takeOpenRun(db: Transaction, id: string): Promise<{ run: RunView; state: RunState }> {
  const taken = await takePausableRun(db, id)
  const pause = presentPause(taken.run)
  if (pause) throw new Conflict('run', `${pause.by} has paused this run: ${pause.words}`, 'go on with it first')
  return taken
}

/** The same for what may be done to a run that is paused. */
export async function takePausableRun(db: Transaction, id: string): Promise<{ run: RunView; state: RunState }> {
  const status = await lockRun(db, id)
  if (status === null) throw new NotFound('run', 'there is no such run', 'open it from its instrument')
  if (status !== 'open')
    throw new Conflict(
      'run',
      `this run is ${status} and takes nothing more`,
      'start a new run for a further calibration',
    )
  const run = await loadRun(db, id)
  return { run, state: withPoints(() => runState(run)) }
}
