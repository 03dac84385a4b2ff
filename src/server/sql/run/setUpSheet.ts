import { z } from 'zod'
import { KeyedInValue } from '@/schema/setUpSheet'
import type { Queryable } from '../../database'

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
  .object({ items: z.array(KeyedInValue), reason: z.string(), done_at: z.date(), done_by: z.string() })
  .transform(({ items, reason, done_at, done_by }) => ({
    ...{ reason, values: items },
    at: done_at.toISOString(),
    by: done_by,
  }))
export type RecordedSetUp = z.infer<typeof SetUpSheetRow>

/** The set-up that made a configuration; null where none did. */
export async function selectSetUpSheetOf(db: Queryable, configurationId: string): Promise<RecordedSetUp | null> {
  const { rows } = await db.query(
    `SELECT s.items, s.reason, s.done_at, p.name AS done_by
       FROM set_up_sheet s JOIN person p ON p.id = s.done_by
      WHERE s.to_configuration = $1`,
    [configurationId],
  )
  return rows.length === 0 ? null : SetUpSheetRow.parse(rows[0])
}
