import { z } from 'zod'
import type { Queryable } from '../../database'

const StandingRow = z.object({
  instrumentId: z.uuid(),
  isRetired: z.boolean(),
  reason: z.string(),
  at: z.date(),
  by: z.string(),
})
/** Whether an instrument was taken out of the register or put back, and why. */
export type Standing = z.infer<typeof StandingRow>

const SELECT_STANDING = `
  SELECT s.instrument_id AS "instrumentId", s.is_retired AS "isRetired", s.reason, s.said_at AS at, p.name AS by
    FROM instrument_standing s JOIN person p ON p.id = s.said_by`

/** Every answer about an instrument, the newest first. */
export async function selectStandings(db: Queryable, instrumentId: string): Promise<Standing[]> {
  const { rows } = await db.query(`${SELECT_STANDING} WHERE s.instrument_id = $1 ORDER BY s.said_at DESC, s.id`, [
    instrumentId,
  ])
  return z.array(StandingRow).parse(rows)
}

/** One answer by its id; undefined where there is none. */
export async function selectStanding(db: Queryable, id: string): Promise<Standing | undefined> {
  const { rows } = await db.query(`${SELECT_STANDING} WHERE s.id = $1`, [id])
  return rows.length === 0 ? undefined : StandingRow.parse(rows[0])
}

type Said = { readonly id: string; readonly instrumentId: string; readonly reason: string; readonly at: Date }

export async function insertStanding(
  db: Queryable,
  { id, instrumentId, isRetired, reason, at, personId }: Said & { isRetired: boolean; personId: string },
): Promise<void> {
  await db.query(
    `INSERT INTO instrument_standing (id, instrument_id, is_retired, reason, said_at, said_by)
     VALUES ($1, $2, $3, $4, $5, $6)`,
    [id, instrumentId, isRetired, reason, at, personId],
  )
}

const RenamedRow = z.object({
  id: z.uuid(),
  instrumentId: z.uuid(),
  tagBefore: z.string(),
  tagAfter: z.string(),
  reason: z.string(),
  at: z.date(),
  by: z.string(),
})
/** Another tag that an instrument was given. */
export type Renamed = z.infer<typeof RenamedRow>

/** Every tag an instrument had, the newest change first. */
export async function selectRenamed(db: Queryable, instrumentId: string): Promise<Renamed[]> {
  const { rows } = await db.query(
    `SELECT r.id, r.instrument_id AS "instrumentId", r.tag_before AS "tagBefore", r.tag_after AS "tagAfter", r.reason,
            r.renamed_at AS at, p.name AS by
       FROM instrument_renamed r JOIN person p ON p.id = r.renamed_by
      WHERE r.instrument_id = $1 ORDER BY r.renamed_at DESC, r.id`,
    [instrumentId],
  )
  return z.array(RenamedRow).parse(rows)
}

/** Gives an instrument another tag; whether it was free. */
export async function renameInstrument(
  db: Queryable,
  {
    id,
    instrumentId,
    tagBefore,
    tagAfter,
    reason,
    at,
    personId,
  }: Said & { tagBefore: string; tagAfter: string; personId: string },
): Promise<boolean> {
  const { rowCount } = await db.query(
    'UPDATE instrument SET tag = $2 WHERE id = $1 AND NOT EXISTS (SELECT FROM instrument WHERE tag = $2)',
    [instrumentId, tagAfter],
  )
  if (rowCount !== 1) return false
  await db.query(
    `INSERT INTO instrument_renamed (id, instrument_id, tag_before, tag_after, reason, renamed_at, renamed_by)
     VALUES ($1, $2, $3, $4, $5, $6, $7)`,
    [id, instrumentId, tagBefore, tagAfter, reason, at, personId],
  )
  return true
}
