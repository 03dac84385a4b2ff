import { z } from 'zod'
import type { RecordedTerminalCheck } from '@/schema/recordedRun'
import type { Queryable } from '../../database'

const TerminalCheckRow = z
  .object({ id: z.uuid(), milliamp: z.string(), volts: z.string(), checked_at: z.date(), checked_by: z.string() })
  .transform(({ checked_at, checked_by, ...row }) => ({
    ...row,
    checkedAt: checked_at.toISOString(),
    checkedBy: checked_by,
  }))

/** Volts at the terminals as they were measured in a run, in their order. */
export async function selectTerminalChecks(db: Queryable, runId: string): Promise<RecordedTerminalCheck[]> {
  const { rows } = await db.query(
    `SELECT t.id, t.milliamp, t.volts, t.checked_at, p.name AS checked_by
       FROM terminal_check t JOIN person p ON p.id = t.checked_by
      WHERE t.run_id = $1 ORDER BY t.checked_at, t.id`,
    [runId],
  )
  return z.array(TerminalCheckRow).parse(rows)
}

type NewRow = {
  readonly id: string
  readonly runId: string
  readonly milliamp: string
  readonly volts: string
  readonly at: Date
  readonly personId: string
}

/** Stores a measured voltage once; the client makes its id. @returns false where the id is known */
export async function insertTerminalCheck(db: Queryable, row: NewRow): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO terminal_check (id, run_id, milliamp, volts, checked_at, checked_by)
     VALUES ($1, $2, $3, $4, $5, $6) ON CONFLICT (id) DO NOTHING`,
    [row.id, row.runId, row.milliamp, row.volts, row.at, row.personId],
  )
  return rowCount === 1
}
