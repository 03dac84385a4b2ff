import { Refusal } from '@/core/refusal'
import { loopObjection } from '@/plans/loopCard'
import { refuseUnworkable } from '@/plans/wantedRange'
import type { SaveDesk } from '@/schema/desks'
import { transaction } from '../database'
import { NotFound } from '../refusals'
import { insertDeskSetUp } from '../sql/deskSetUp'
import { insertEvent } from '../sql/event'
import { selectInstrument } from '../sql/instrument'
import type { Actor } from './actor'

/**
 * Saves what a desk was set up with, with the instrument. Sent twice with one id it is stored once.
 *
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
    const stored = await insertDeskSetUp(db, { id, instrumentId, desk, setUp, at: now, personId: person.id })
    if (stored === 'stored')
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
