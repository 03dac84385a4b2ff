import { transaction } from '../../database'
import { insertEvent } from '../../sql/proof/event'
import { closeRun } from '../../sql/run/run'
import type { Actor } from '../actor'
import { takePausableRun } from './openRun'

/** Gives an open run up, with the reason. It is kept, and never becomes a record. */
export function abandonRun(runId: string, { reason }: { reason: string }, { person, now }: Actor): Promise<void> {
  return transaction(async (db) => {
    await takePausableRun(db, runId)
    await closeRun(db, runId, { status: 'abandoned', at: now, reason })
    await insertEvent(db, { at: now, personId: person.id, kind: 'run abandoned', subjectId: runId, detail: { reason } })
  })
}
