import { z } from 'zod'
import { KeyedInValue } from '@/schema/setUpSheet'
import type { Queryable } from '../database'

type NewSheet = {
  readonly id: string
  readonly instrumentId: string
  readonly toConfigurationId: string
  readonly items: readonly KeyedInValue[]
  readonly reason: string
  readonly at: Date
  readonly personId: string
}

/** Stores a set-up as it was keyed in. */
export async function insertSetUpSheet(db: Queryable, row: NewSheet): Promise<void> {
  await db.query(
    `INSERT INTO set_up_sheet (id, instrument_id, to_configuration, items, reason, done_at, done_by)
     VALUES ($1, $2, $3, $4, $5, $6, $7)`,
    [row.id, row.instrumentId, row.toConfigurationId, JSON.stringify(row.items), row.reason, row.at, row.personId],
  )
}

/** Whether a set-up was recorded already, sent once more. */
export async function isSetUpRecorded(db: Queryable, id: string): Promise<boolean> {
  const { rowCount } = await db.query('SELECT FROM set_up_sheet WHERE id = $1', [id])
  return rowCount === 1
}

const SetUpSheetRow = z
  .object({
    id: z.uuid(),
    to_version: z.number(),
    items: z.array(KeyedInValue),
    reason: z.string(),
    done_at: z.date(),
    done_by: z.string(),
  })
  .transform((row) => ({
    id: row.id,
    toVersion: row.to_version,
    items: row.items,
    reason: row.reason,
    doneAt: row.done_at,
    doneBy: row.done_by,
  }))
export type RecordedSetUp = z.infer<typeof SetUpSheetRow>

/** The set-ups of an instrument, newest first. */
export async function selectSetUpSheets(db: Queryable, instrumentId: string): Promise<RecordedSetUp[]> {
  const { rows } = await db.query(
    `SELECT s.id, c.version AS to_version, s.items, s.reason, s.done_at, p.name AS done_by
       FROM set_up_sheet s
       JOIN instrument_configuration c ON c.id = s.to_configuration
       JOIN person p ON p.id = s.done_by
      WHERE s.instrument_id = $1 ORDER BY c.version DESC`,
    [instrumentId],
  )
  return z.array(SetUpSheetRow).parse(rows)
}
