import { z } from 'zod'
import type { Queryable } from '../../database'

const PauseRow = z
  .object({
    id: z.uuid(),
    kind: z.enum(['paused', 'resumed']),
    words: z.string().nullable(),
    at: z.date(),
    by: z.string(),
  })
  .transform(({ at, ...row }) => ({ ...row, at: at.toISOString() }))

/** Every pause of a run and its end, oldest first. */
export async function selectPauses(db: Queryable, runId: string): Promise<z.infer<typeof PauseRow>[]> {
  const { rows } = await db.query(
    `SELECT u.id, u.kind, u.words, u.at, p.name AS by FROM run_pause u JOIN person p ON p.id = u.person_id
      WHERE u.run_id = $1 ORDER BY u.at, u.id`,
    [runId],
  )
  return z.array(PauseRow).parse(rows)
}

type NewRow = {
  readonly id: string
  readonly runId: string
  readonly kind: 'paused' | 'resumed'
  readonly words: string | null
  readonly at: Date
  readonly personId: string
}

/** Stores a pause or its end once; the client makes its id. @returns false where the id is known */
export async function insertPause(db: Queryable, { id, runId, kind, words, at, personId }: NewRow): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO run_pause (id, run_id, kind, words, at, person_id) VALUES ($1, $2, $3, $4, $5, $6)
     ON CONFLICT (id) DO NOTHING`,
    [id, runId, kind, words, at, personId],
  )
  return rowCount === 1
}
