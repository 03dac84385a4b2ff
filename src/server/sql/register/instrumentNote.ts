import { z } from 'zod'
import type { InstrumentNote } from '@/schema/instrumentNote'
import type { Queryable } from '../../database'

const NoteRow = z
  .object({ id: z.uuid(), words: z.string(), has_photo: z.boolean(), noted_at: z.date(), noted_by: z.string() })
  .transform(
    ({ id, words, has_photo, noted_at, noted_by }): InstrumentNote => ({
      ...{ id, words },
      hasPhoto: has_photo,
      notedAt: noted_at.toISOString(),
      notedBy: noted_by,
    }),
  )

/** The notes of an instrument, newest first; photos are fetched one by one. */
export async function selectNotes(db: Queryable, instrumentId: string): Promise<InstrumentNote[]> {
  const { rows } = await db.query(
    `SELECT n.id, n.words, n.photo IS NOT NULL AS has_photo, n.noted_at, p.name AS noted_by
       FROM instrument_note n JOIN person p ON p.id = n.noted_by
      WHERE n.instrument_id = $1 ORDER BY n.noted_at DESC, n.id LIMIT 20`,
    [instrumentId],
  )
  return z.array(NoteRow).parse(rows)
}

/** A photo; null where the note has none. */
export async function selectPhoto(db: Queryable, noteId: string): Promise<Buffer | null> {
  const { rows } = await db.query('SELECT photo FROM instrument_note WHERE id = $1', [noteId])
  return z
    .instanceof(Buffer)
    .nullable()
    .parse(rows[0]?.photo ?? null)
}

type NewRow = {
  readonly id: string
  readonly instrumentId: string
  readonly words: string
  readonly photo: Buffer | null
  readonly at: Date
  readonly personId: string
}

/** Stores a note once; the client makes its id. @returns false where the id is known */
export async function insertNote(db: Queryable, row: NewRow): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO instrument_note (id, instrument_id, words, photo, noted_at, noted_by)
     VALUES ($1, $2, $3, $4, $5, $6) ON CONFLICT (id) DO NOTHING`,
    [row.id, row.instrumentId, row.words, row.photo, row.at, row.personId],
  )
  return rowCount === 1
}
