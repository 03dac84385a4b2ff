import { z } from 'zod'
import type { Queryable } from '../../database'

const LoopCheckRow = z
  .object({
    id: z.uuid(),
    percent: z.string().transform(Number),
    host_value: z.string().nullable(),
    limit_percent: z.string().transform(Number).nullable(),
    sense_ohms: z.string().nullable(),
    sense_volts: z.string().nullable(),
    checked_at: z.date(),
    checked_by: z.string(),
  })
  .transform((row) => ({
    id: row.id,
    percent: row.percent,
    hostValue: row.host_value,
    ...(row.limit_percent !== null && { limitPercent: row.limit_percent }),
    senseOhms: row.sense_ohms,
    senseVolts: row.sense_volts,
    checkedAt: row.checked_at.toISOString(),
    checkedBy: row.checked_by,
  }))
export type LoopCheckRow = z.infer<typeof LoopCheckRow>

/** What the host showed in a run, in the order it was looked at. */
export async function selectLoopChecks(db: Queryable, runId: string): Promise<LoopCheckRow[]> {
  const { rows } = await db.query(
    `SELECT c.id, c.percent, c.host_value, c.limit_percent, c.sense_ohms, c.sense_volts, c.checked_at, p.name AS checked_by
       FROM loop_check c JOIN person p ON p.id = c.checked_by
      WHERE c.run_id = $1 ORDER BY c.checked_at, c.id`,
    [runId],
  )
  return z.array(LoopCheckRow).parse(rows)
}

type NewRow = Omit<LoopCheckRow, 'checkedAt' | 'checkedBy' | 'limitPercent'> & {
  readonly limitPercent: number | null
  readonly runId: string
  readonly at: Date
  readonly personId: string
}

/** Stores a reading of the host once; the client makes its id. @returns false where the id is known */
export async function insertLoopCheck(db: Queryable, row: NewRow): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO loop_check (id, run_id, percent, host_value, sense_ohms, sense_volts, checked_at, checked_by,
                             limit_percent)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9) ON CONFLICT (id) DO NOTHING`,
    [
      row.id,
      row.runId,
      row.percent,
      row.hostValue,
      row.senseOhms,
      row.senseVolts,
      row.at,
      row.personId,
      row.limitPercent,
    ],
  )
  return rowCount === 1
}
