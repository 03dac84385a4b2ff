import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { LARGEST_PHOTO_BYTES, NewInstrumentNote } from '@/schema/instrumentNote'
import { ANNA, as, CONFIGURATION, peopleAndReferences } from '../../../../tests/support/benchPlant'
import { freshDatabase } from '../../../../tests/support/freshDatabase'
import { pool } from '../../database'
import { Conflict, NotFound } from '../../refusals'
import { noteAtInstrument, photoOf } from './instrumentNotes'
import { registerInstrument } from './instruments'

beforeAll(async () => {
  await freshDatabase()
  await peopleAndReferences()
})
afterAll(() => pool().end())

const registered = async (tag: string) => (await registerInstrument({ tag, configuration: CONFIGURATION }, as(ANNA))).id
const note = (change: object = {}) => NewInstrumentNote.parse({ id: randomUUID(), words: 'plugs are 14 mm', ...change })

test('a note is kept once, newest first; under its id with other words, or at another instrument, it is refused', async () => {
  const [here, there] = [await registered('NT-1'), await registered('NT-2')]
  const first = note()
  await noteAtInstrument(here, first, as(ANNA, 1))
  await noteAtInstrument(here, note({ words: 'key at the shift office' }), as(ANNA, 2))
  const { notes } = await noteAtInstrument(here, first, as(ANNA, 3))
  expect(notes.map(({ words }) => words)).toEqual(['key at the shift office', 'plugs are 14 mm'])
  await expect(noteAtInstrument(here, { ...first, words: 'plugs are 17 mm' }, as(ANNA, 4))).rejects.toThrow(Conflict)
  await expect(noteAtInstrument(there, first, as(ANNA, 4))).rejects.toThrow('belongs to something else')
  await expect(noteAtInstrument(randomUUID(), note(), as(ANNA, 4))).rejects.toThrow(NotFound)
})

test('the largest photo that is taken comes back byte by byte', async () => {
  const photo = Buffer.alloc(LARGEST_PHOTO_BYTES, 7)
  photo.set([0xff, 0xd8, 0xff])
  const sent = note({ photo: photo.toString('base64') })
  const { notes } = await noteAtInstrument(await registered('NT-3'), sent, as(ANNA))
  expect(notes).toMatchObject([{ hasPhoto: true }])
  expect((await photoOf(sent.id)).equals(photo)).toBe(true)
  await expect(photoOf(randomUUID())).rejects.toThrow(NotFound)
})

test('what is no JPEG or PNG, or too large, is refused', () => {
  const sent = (photo: Buffer) => NewInstrumentNote.safeParse({ ...note(), photo: photo.toString('base64') }).success
  expect(sent(Buffer.from('GIF89a'))).toBe(false)
  const large = Buffer.alloc(LARGEST_PHOTO_BYTES + 10, 7)
  large.set([0xff, 0xd8, 0xff])
  expect(sent(large)).toBe(false)
})
