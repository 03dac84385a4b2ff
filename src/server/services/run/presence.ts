import type { Presence, PresenceAnswer } from '@/schema/runEnd'
import { pool } from '../../database'
import { NotFound } from '../../refusals'
import { isLinkedNow } from '../../sql/links/linkSession'
import { selectOthers, selectRunMark, upsertPresence } from '../../sql/run/runPresence'
import type { Actor } from '../actor'

/** Somebody not heard of for so long is no longer there. A few of the screen's beats. */
const PRESENT_SECONDS = 15

/**
 * Notes where somebody is in a run, and tells who else is there and whether something was recorded meanwhile.
 *
 * @throws {NotFound} for an unknown id
 */
export async function notePresence(runId: string, seen: Presence, { person, now }: Actor): Promise<PresenceAnswer> {
  const db = pool()
  const mark = await selectRunMark(db, runId)
  if (mark === null) throw new NotFound('run', 'there is no such run', 'open it from its instrument')
  await upsertPresence(db, { ...seen, runId, personId: person.id, at: now })
  const since = new Date(now.getTime() - PRESENT_SECONDS * 1000)
  const [others, isLinked] = await Promise.all([
    selectOthers(db, { runId, personId: person.id, since }),
    isLinkedNow(db, runId),
  ])
  return { mark, others, isLinked }
}
