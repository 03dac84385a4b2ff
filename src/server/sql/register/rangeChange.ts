import { z } from 'zod'
import type { Queryable } from '../../database'

type NewRangeChange = {
  readonly id: string
  readonly instrumentId: string
  readonly fromConfigurationId: string
  readonly toConfigurationId: string
  readonly verdict: string
  readonly source: string
  readonly detail: unknown
  readonly reason: string
  readonly at: Date
  readonly personId: string
}

export async function insertRangeChange(db: Queryable, change: NewRangeChange): Promise<void> {
  await db.query(
    `INSERT INTO range_change (id, instrument_id, from_configuration, to_configuration, verdict, source, detail, reason,
                               changed_at, changed_by)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10)`,
    [
      change.id,
      change.instrumentId,
      change.fromConfigurationId,
      change.toConfigurationId,
      change.verdict,
      change.source,
      JSON.stringify(change.detail),
      change.reason,
      change.at,
      change.personId,
    ],
  )
}

/** Whether a change was applied already, sent once more. */
export async function isRangeChangeApplied(db: Queryable, id: string): Promise<boolean> {
  const { rowCount } = await db.query('SELECT FROM range_change WHERE id = $1', [id])
  return rowCount === 1
}

const Detail = z.object({
  headline: z.string(),
  link: z.object({ from: z.string().nullable(), to: z.string() }).nullable(),
  capsule: z.string().nullable(),
  capsuleWork: z
    .object({ torque: z.number(), torqueUnit: z.string(), manual: z.string(), serial: z.string() })
    .nullable(),
  loopChanges: z.array(z.string()),
  notes: z.array(z.string()).default([]),
})

const RangeChangeRow = z
  .object({
    id: z.uuid(),
    to_version: z.number(),
    verdict: z.string(),
    detail: Detail,
    changed_at: z.date(),
    changed_by: z.string(),
    reason: z.string(),
  })
  .transform((row) => ({
    id: row.id,
    toVersion: row.to_version,
    verdict: row.verdict,
    detail: row.detail,
    changedAt: row.changed_at,
    changedBy: row.changed_by,
    reason: row.reason,
  }))
export type AppliedRangeChange = z.infer<typeof RangeChangeRow>

/** The range changes of an instrument, newest first. */
export async function selectRangeChanges(db: Queryable, instrumentId: string): Promise<AppliedRangeChange[]> {
  const { rows } = await db.query(
    `SELECT r.id, c.version AS to_version, r.verdict, r.detail, r.changed_at, p.name AS changed_by, r.reason
       FROM range_change r
       JOIN instrument_configuration c ON c.id = r.to_configuration
       JOIN person p ON p.id = r.changed_by
      WHERE r.instrument_id = $1 ORDER BY c.version DESC`,
    [instrumentId],
  )
  return z.array(RangeChangeRow).parse(rows)
}
