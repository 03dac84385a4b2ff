import { Refusal } from '@/core/refusal'
import type { NewStanding, NewTag } from '@/schema/standing'
import { type Transaction, transaction } from '../../database'
import { Conflict, NotFound } from '../../refusals'
import { insertEvent } from '../../sql/proof/event'
import { lockInstrument, selectInstrument } from '../../sql/register/instrument'
import { insertStanding, renameInstrument, selectRenamed, selectStanding } from '../../sql/register/standing'
import { selectOpenRun } from '../../sql/run/run'
import type { Actor } from '../actor'
import { isRepeated } from '../run/repeated'

/**
 * Takes an instrument out of the register, or puts it back. Its history stays, and nothing of it is due while it is out.
 *
 * @throws {Conflict} while a run is open on it
 */
export function sayStanding(instrumentId: string, sent: NewStanding, { person, now }: Actor) {
  return transaction(async (db) => {
    const instrument = await lockedInstrument(db, instrumentId)
    const known = await selectStanding(db, sent.id)
    if (isRepeated(known, { ...sent, instrumentId }, ['instrumentId', 'isRetired', 'reason']))
      return { id: instrumentId }
    if (instrument.isRetired === sent.isRetired)
      throw new Refusal(
        'isRetired',
        `${instrument.tag} is ${sent.isRetired ? 'retired' : 'in the register'} already`,
        'reload the page',
      )
    await refuseOpenRun(db, instrumentId, `before it is retired`)
    await insertStanding(db, { ...sent, instrumentId, at: now, personId: person.id })
    const kind = sent.isRetired ? 'instrument retired' : 'instrument restored'
    await insertEvent(db, {
      at: now,
      personId: person.id,
      kind,
      subjectId: instrumentId,
      detail: { reason: sent.reason },
    })
    return { id: instrumentId }
  })
}

/**
 * Gives an instrument another tag. Records keep the one they were sealed under; the old tag leads to it until another
 * instrument has it.
 *
 * @throws {Conflict} where the tag is taken, or while a run is open on it
 */
export function giveTag(instrumentId: string, sent: NewTag, { person, now }: Actor) {
  return transaction(async (db) => {
    const instrument = await lockedInstrument(db, instrumentId)
    const known = (await selectRenamed(db, instrumentId)).find(({ id }) => id === sent.id)
    if (known && isRepeated({ tag: known.tagAfter, reason: known.reason }, sent, ['tag', 'reason']))
      return { id: instrumentId, tag: known.tagAfter }
    if (sent.tag === instrument.tag) throw new Refusal('tag', 'it has that tag already', 'enter another one')
    await refuseOpenRun(db, instrumentId, 'before it is given another tag')
    const row = { id: sent.id, instrumentId, tagBefore: instrument.tag, tagAfter: sent.tag, reason: sent.reason }
    if (!(await renameInstrument(db, { ...row, at: now, personId: person.id })))
      throw new Conflict('tag', `${sent.tag} is registered already`, 'choose another tag')
    const detail = { from: instrument.tag, to: sent.tag }
    await insertEvent(db, { at: now, personId: person.id, kind: 'tag changed', subjectId: instrumentId, detail })
    return { id: instrumentId, tag: sent.tag }
  })
}

async function lockedInstrument(db: Transaction, id: string) {
  await lockInstrument(db, id)
  const found = await selectInstrument(db, { id })
  if (!found) throw new NotFound('instrument', 'there is no such instrument', 'look it up by its tag')
  return found
}

async function refuseOpenRun(db: Transaction, instrumentId: string, when: string): Promise<void> {
  const open = await selectOpenRun(db, instrumentId)
  if (open) throw new Conflict('instrument', `${open.startedBy} has a run open on it`, `finish or abandon that ${when}`)
}
