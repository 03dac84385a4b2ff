import { z } from 'zod'
import type { Queryable } from '../../database'

const FollowUpRow = z
  .object({ instrument_id: z.uuid(), reason: z.string(), wanted_at: z.date(), wanted_by: z.string() })
  .transform(({ instrument_id, wanted_at, wanted_by, reason }) => ({
    instrumentId: instrument_id,
    reason,
    wantedAt: wanted_at,
    wantedBy: wanted_by,
  }))
export type FollowUp = z.infer<typeof FollowUpRow>

/** Follow-ups that nothing has been sealed for since, the newest of each instrument. */
export async function selectFollowUps(db: Queryable): Promise<FollowUp[]> {
  const { rows } = await db.query(`
    SELECT DISTINCT ON (follow.instrument_id) follow.instrument_id, follow.reason, follow.wanted_at,
           person.name AS wanted_by
      FROM follow_up AS follow JOIN person ON person.id = follow.wanted_by
     WHERE NOT EXISTS (SELECT FROM seal JOIN run ON run.id = seal.run_id
                        WHERE run.instrument_id = follow.instrument_id AND seal.amends IS NULL
                          AND seal.sealed_at >= follow.wanted_at)
     ORDER BY follow.instrument_id, follow.wanted_at DESC`)
  return z.array(FollowUpRow).parse(rows)
}

export async function insertFollowUp(
  db: Queryable,
  row: { id: string; instrumentId: string; reason: string; at: Date; personId: string },
): Promise<void> {
  await db.query(
    'INSERT INTO follow_up (id, instrument_id, reason, wanted_at, wanted_by) VALUES ($1, $2, $3, $4, $5)',
    [row.id, row.instrumentId, row.reason, row.at, row.personId],
  )
}
