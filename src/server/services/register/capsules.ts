import type { NewCapsule } from '@/schema/capsule'
import { transaction } from '../../database'
import { Conflict, NotFound } from '../../refusals'
import { insertEvent } from '../../sql/proof/event'
import { insertCapsule, updateCapsuleCount } from '../../sql/register/capsule'
import type { Actor } from '../actor'

/**
 * Takes a kind of capsule into stock.
 *
 * @throws {Conflict} when the code is taken
 */
export function keepCapsule(capsule: NewCapsule, { person, now }: Actor) {
  return transaction(async (db) => {
    if (!(await insertCapsule(db, capsule)))
      throw new Conflict('code', `${capsule.code} is kept already`, 'count it instead, or choose another code')
    await insertEvent(db, { at: now, personId: person.id, kind: 'capsule kept', subjectId: capsule.id })
    return { id: capsule.id }
  })
}

/**
 * Counts a kind of capsule.
 *
 * @throws {NotFound} for an unknown id
 */
export function countCapsule(id: string, kept: number, { person, now }: Actor) {
  return transaction(async (db) => {
    if (!(await updateCapsuleCount(db, id, kept)))
      throw new NotFound('capsule', 'there is no such capsule', 'reload the list')
    await insertEvent(db, { at: now, personId: person.id, kind: 'capsule counted', subjectId: id, detail: { kept } })
    return { id, kept }
  })
}
