import { z } from 'zod'
import { DESK_IDS, SaveDesk, type SavedDesk, type SavedDesks } from '@/schema/desks'
import type { Queryable } from '../../database'

type NewSetUp = {
  readonly id: string
  readonly instrumentId: string
  readonly desk: string
  readonly setUp: unknown
  readonly at: Date
  readonly personId: string
}

/** @returns false where the id is known */
export async function insertDeskSetUp(db: Queryable, row: NewSetUp): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO desk_set_up (id, instrument_id, desk, set_up, saved_at, saved_by) VALUES ($1, $2, $3, $4, $5, $6)
     ON CONFLICT (id) DO NOTHING`,
    [row.id, row.instrumentId, row.desk, JSON.stringify(row.setUp), row.at, row.personId],
  )
  return rowCount === 1
}

const SetUpRow = z.object({
  id: z.uuid(),
  desk: z.enum(DESK_IDS),
  set_up: z.unknown(),
  saved_at: z.date(),
  saved_by: z.string(),
})

/** A set-up by its id, as it was stored; null where there is none. */
export async function selectSetUp(db: Queryable, id: string) {
  const { rows } = await db.query(
    `SELECT s.id, s.desk, s.set_up, s.saved_at, p.name AS saved_by
       FROM desk_set_up s JOIN person p ON p.id = s.saved_by WHERE s.id = $1`,
    [id],
  )
  if (rows.length === 0) return null
  const { desk, set_up, saved_at, saved_by } = SetUpRow.parse(rows[0])
  return { desk, setUp: set_up, savedAt: saved_at, savedBy: saved_by }
}

/** The newest set-up of each desk of an instrument. */
export async function selectNewestSetUps(db: Queryable, instrumentId: string): Promise<SavedDesks> {
  const { rows } = await db.query(
    `SELECT DISTINCT ON (s.desk) s.id, s.desk, s.set_up, s.saved_at, p.name AS saved_by
       FROM desk_set_up s JOIN person p ON p.id = s.saved_by
      WHERE s.instrument_id = $1 ORDER BY s.desk, s.saved_at DESC, s.id`,
    [instrumentId],
  )
  const saved = z
    .array(SetUpRow)
    .parse(rows)
    .flatMap((row): SavedDesk[] => {
      // Checked when it was sent. One that a later version of Barys asks otherwise is set up anew: it is no record.
      const read = SaveDesk.safeParse({ id: row.id, desk: row.desk, setUp: row.set_up })
      if (!read.success) return []
      const { desk, setUp } = read.data
      return [{ desk, setUp, savedAt: row.saved_at.toISOString(), savedBy: row.saved_by }]
    })
  // Each desk's row holds that desk's set-up: the schema's union says so, the type cannot.
  const of = (desk: SavedDesk['desk']) => (saved.find((each) => each.desk === desk) ?? null) as never
  return { range: of('range'), vessel: of('vessel'), flow: of('flow'), loop: of('loop'), 'set-up': of('set-up') }
}
