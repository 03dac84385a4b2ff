import canonicalize from 'canonicalize'
import { Refusal } from '@/core/refusal'
import { loopObjection } from '@/plans/loopCard'
import { refuseUnworkable } from '@/plans/wantedRange'
import type { SaveDesk } from '@/schema/desks'
import { transaction } from '../../database'
import { Conflict, NotFound } from '../../refusals'
import { insertEvent } from '../../sql/proof/event'
import { insertDeskSetUp, selectSetUp } from '../../sql/register/deskSetUp'
import { selectInstrument } from '../../sql/register/instrument'
import type { Actor } from '../actor'
import { refuseForeignId } from '../run/repeated'

/**
 * Saves what a desk was set up with, with the instrument. Sent twice with one id it is stored once.
 *
 * @throws {Conflict} where that id was stored with another set-up
 * @throws {NotFound} for an unknown instrument
 * @throws {Refusal} for a set-up nothing can be worked out from, or a loop card of what is no loop
 */
export async function saveDesk(instrumentId: string, save: SaveDesk, { person, now }: Actor) {
  const { id, desk, setUp } = save
  refuseUnworkable(save)
  return transaction(async (db) => {
    const instrument = await selectInstrument(db, { id: instrumentId })
    if (!instrument) throw new NotFound('instrument', 'there is no such instrument', 'look it up by its tag')
    const objection = desk === 'loop' ? loopObjection(instrument.configuration.signal) : null
    if (objection) throw new Refusal('signal', objection, 'use the other desks of this instrument')
    const known = await selectSetUp(db, id)
    if (known && !isSameSetUp(known, save))
      throw new Conflict('id', 'this id was stored with another set-up; yours was not stored', 'send it with a new id')
    if (known) return { id, savedAt: known.savedAt.toISOString(), savedBy: known.savedBy }
    refuseForeignId(await insertDeskSetUp(db, { id, instrumentId, desk, setUp, at: now, personId: person.id }))
    await insertEvent(db, {
      at: now,
      personId: person.id,
      kind: 'desk saved',
      subjectId: instrumentId,
      detail: { desk },
    })
    return { id, savedAt: now.toISOString(), savedBy: person.name }
  })
}

const isSameSetUp = (known: Pick<SaveDesk, 'desk'> & { setUp: unknown }, sent: SaveDesk): boolean =>
  known.desk === sent.desk && canonicalize(known.setUp) === canonicalize(sent.setUp)
