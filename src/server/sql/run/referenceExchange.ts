import { z } from 'zod'
import type { RecordedExchange } from '@/schema/recordedRun'
import { WorkingReference } from '@/schema/world'
import type { Queryable } from '../../database'

const ExchangeRow = z
  .object({
    id: z.uuid(),
    replaces: z.uuid(),
    standard: WorkingReference,
    reason: z.string(),
    exchanged_at: z.date(),
    exchanged_by: z.string(),
  })
  .transform(({ exchanged_at, exchanged_by, ...row }) => ({
    ...row,
    at: exchanged_at.toISOString(),
    by: exchanged_by,
  }))

/** The references exchanged in a run, in their order. */
export async function selectExchanges(db: Queryable, runId: string): Promise<RecordedExchange[]> {
  const { rows } = await db.query(
    `SELECT e.id, e.replaces, e.standard, e.reason, e.exchanged_at, p.name AS exchanged_by
       FROM reference_exchange e JOIN person p ON p.id = e.exchanged_by
      WHERE e.run_id = $1 ORDER BY e.exchanged_at, e.id`,
    [runId],
  )
  return z.array(ExchangeRow).parse(rows)
}

type NewRow = {
  readonly id: string
  readonly runId: string
  readonly replaces: string
  readonly standard: WorkingReference
  readonly reason: string
  readonly at: Date
  readonly personId: string
}

/** Stores an exchange once; the client makes its id. @returns false where the id is known */
export async function insertExchange(db: Queryable, row: NewRow): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO reference_exchange (id, run_id, replaces, standard, reason, exchanged_at, exchanged_by)
     VALUES ($1, $2, $3, $4, $5, $6, $7) ON CONFLICT (id) DO NOTHING`,
    [row.id, row.runId, row.replaces, JSON.stringify(row.standard), row.reason, row.at, row.personId],
  )
  return rowCount === 1
}
