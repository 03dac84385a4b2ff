import { z } from 'zod'
import type { Queryable } from '../../database'

const WorkStepRow = z
  .object({
    id: z.uuid(),
    list: z.enum(['isolate', 'restore']),
    item: z.string(),
    outcome: z.enum(['done', 'not-applicable']),
    words: z.string().nullable(),
    answered_at: z.date(),
    answered_by: z.string(),
  })
  .transform(({ answered_at, answered_by, ...row }) => ({
    ...row,
    answeredAt: answered_at.toISOString(),
    answeredBy: answered_by,
  }))
export type WorkStepRow = z.infer<typeof WorkStepRow>

/** The steps of a run that are answered, in the order they were. */
export async function selectWorkSteps(db: Queryable, runId: string): Promise<WorkStepRow[]> {
  const { rows } = await db.query(
    `SELECT w.id, w.list, w.item, w.outcome, w.words, w.answered_at, p.name AS answered_by
       FROM work_step w JOIN person p ON p.id = w.answered_by
      WHERE w.run_id = $1 ORDER BY w.answered_at, w.list, w.id`,
    [runId],
  )
  return z.array(WorkStepRow).parse(rows)
}

type NewRow = Pick<WorkStepRow, 'id' | 'list' | 'item' | 'outcome' | 'words'> & {
  readonly runId: string
  readonly at: Date
  readonly personId: string
}

/** @returns false where the step is answered already */
export async function insertWorkStep(db: Queryable, row: NewRow): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO work_step (id, run_id, list, item, outcome, words, answered_at, answered_by)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8) ON CONFLICT DO NOTHING`,
    [row.id, row.runId, row.list, row.item, row.outcome, row.words, row.at, row.personId],
  )
  return rowCount === 1
}
