import { z } from 'zod'
import type { Queryable } from '../../database'

const OvershootRow = z
  .object({ id: z.uuid(), step_id: z.uuid(), applied: z.string().nullable(), noted_at: z.date(), noted_by: z.string() })
  .transform((row) => ({
    id: row.id,
    stepId: row.step_id,
    applied: row.applied,
    notedAt: row.noted_at,
    notedBy: row.noted_by,
  }))
export type OvershootRow = z.infer<typeof OvershootRow>

/** The points of a run that were gone past, in the order of time. */
export async function selectOvershoots(db: Queryable, runId: string): Promise<OvershootRow[]> {
  const { rows } = await db.query(
    `SELECT o.id, o.step_id, o.applied, o.noted_at, p.name AS noted_by
       FROM overshoot o JOIN person p ON p.id = o.noted_by
      WHERE o.run_id = $1 ORDER BY o.noted_at, o.id`,
    [runId],
  )
  return z.array(OvershootRow).parse(rows)
}

type NewRow = {
  readonly id: string
  readonly runId: string
  readonly stepId: string
  readonly applied: string | null
  readonly at: Date
  readonly personId: string
}

/** Stores an overshoot once; the client makes its id. @returns false where the id is known */
export async function insertOvershoot(db: Queryable, row: NewRow): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO overshoot (id, run_id, step_id, applied, noted_at, noted_by)
     VALUES ($1, $2, $3, $4, $5, $6) ON CONFLICT (id) DO NOTHING`,
    [row.id, row.runId, row.stepId, row.applied, row.at, row.personId],
  )
  return rowCount === 1
}
