import type { NewInstrumentNote } from '@/schema/instrumentNote'
import { pool } from '../../database'
import { NotFound } from '../../refusals'
import { selectInstrument } from '../../sql/register/instrument'
import { insertNote, selectNotes, selectPhoto } from '../../sql/register/instrumentNote'
import type { Actor } from '../actor'
import { isRepeated, refuseForeignId } from '../run/repeated'

/**
 * Keeps a note with an instrument. Sent twice it is kept once.
 *
 * @throws {NotFound} for an unknown instrument
 * @throws {Conflict} where its id is known with other words, or belongs to another instrument
 */
export async function noteAtInstrument(instrumentId: string, note: NewInstrumentNote, { person, now }: Actor) {
  const found = await selectInstrument(pool(), { id: instrumentId })
  if (!found) throw new NotFound('instrument', 'there is no such instrument', 'look it up by its tag')
  const photo = note.photo === null ? null : Buffer.from(note.photo, 'base64')
  const isNew = await insertNote(pool(), { ...note, photo, instrumentId, at: now, personId: person.id })
  const notes = await selectNotes(pool(), instrumentId)
  refuseForeignId(
    isNew ||
      isRepeated(
        notes.find(({ id }) => id === note.id),
        note,
        ['words'],
      ),
  )
  return { notes }
}

/** @throws {NotFound} where there is no photo */
export async function photoOf(noteId: string): Promise<Buffer> {
  const photo = await selectPhoto(pool(), noteId)
  if (!photo) throw new NotFound('photo', 'there is no such photo', 'look at the note it belongs to')
  return photo
}
