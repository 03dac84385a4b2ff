import { z } from 'zod'
import { AutomaticSettings, type NewLink } from '@/schema/links'
import type { Queryable } from '../../database'

/** What a session goes by where it takes its own readings: how, and who began it. */
const AutomaticRow = z.object({ settings: AutomaticSettings, personId: z.uuid(), isPaused: z.boolean() })
export type AutomaticRow = z.infer<typeof AutomaticRow>

const MemberRow = z
  .object({ run_id: z.uuid(), meter_id: z.uuid().nullable(), transmitter_id: z.uuid().nullable() })
  .transform((row) => ({ runId: row.run_id, meterId: row.meter_id, transmitterId: row.transmitter_id }))
export type LinkMember = z.infer<typeof MemberRow>

const SessionRow = z
  .object({
    id: z.uuid(),
    source_id: z.uuid(),
    begun_by: z.uuid(),
    automatic: AutomaticRow.nullable(),
    ended_at: z.date().nullable(),
    members: z.array(MemberRow),
  })
  .transform(({ source_id, begun_by, ended_at, ...row }) => ({
    ...row,
    sourceId: source_id,
    begunBy: begun_by,
    isOpen: ended_at === null,
  }))
export type LinkSession = z.infer<typeof SessionRow>

const COLUMNS = `s.id, s.source_id, s.begun_by, s.automatic, s.ended_at,
  (SELECT json_agg(json_build_object('run_id', m.run_id, 'meter_id', m.meter_id, 'transmitter_id', m.transmitter_id)
                   ORDER BY m.position) FROM link_member m WHERE m.session_id = s.id) AS members`

export async function selectSession(db: Queryable, id: string): Promise<LinkSession | null> {
  const { rows } = await db.query(`SELECT ${COLUMNS} FROM link_session s WHERE s.id = $1`, [id])
  return rows.length === 0 ? null : SessionRow.parse(rows[0])
}

/** The session a run is in now; null where its readings are typed. */
export async function selectSessionOfRun(db: Queryable, runId: string): Promise<LinkSession | null> {
  const { rows } = await db.query(
    `SELECT ${COLUMNS} FROM link_claim c JOIN link_session s ON s.id = c.session_id WHERE c.claimed = $1`,
    [runId],
  )
  return rows.length === 0 ? null : SessionRow.parse(rows[0])
}

export const isLinkedNow = async (db: Queryable, runId: string): Promise<boolean> =>
  (await db.query('SELECT FROM link_claim WHERE claimed = $1', [runId])).rowCount === 1

/** Whether no run of a session is open any more. */
export const hasNoOpenRun = async (db: Queryable, sessionId: string): Promise<boolean> =>
  (
    await db.query(
      `SELECT FROM link_member m JOIN run r ON r.id = m.run_id WHERE m.session_id = $1 AND r.status = 'open' LIMIT 1`,
      [sessionId],
    )
  ).rowCount === 0

/** Stores a session with its members. @returns false where the id is known */
export async function insertSession(
  db: Queryable,
  { id, sourceId, members, at, personId }: NewLink & { readonly at: Date; readonly personId: string },
): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO link_session (id, source_id, begun_at, begun_by) VALUES ($1, $2, $3, $4) ON CONFLICT (id) DO NOTHING`,
    [id, sourceId, at, personId],
  )
  if (rowCount === 0) return false
  for (const [position, { runId, meterId, transmitterId }] of members.entries())
    await db.query(
      'INSERT INTO link_member (session_id, run_id, position, meter_id, transmitter_id) VALUES ($1, $2, $3, $4, $5)',
      [id, runId, position, meterId, transmitterId],
    )
  return true
}

/** Takes devices and runs for a session. @returns what of them somebody else has; empty where all are taken */
export async function insertClaims(db: Queryable, sessionId: string, claimed: readonly string[]): Promise<string[]> {
  const { rows } = await db.query(
    `INSERT INTO link_claim (claimed, session_id) SELECT unnest($1::uuid[]), $2 ON CONFLICT DO NOTHING RETURNING claimed`,
    [claimed, sessionId],
  )
  const taken = new Set(rows.map(({ claimed: id }) => id))
  return claimed.filter((id) => !taken.has(id))
}

/** Lets go of everything a session has. */
export async function closeSession(db: Queryable, id: string, now: Date): Promise<void> {
  await db.query('UPDATE link_session SET ended_at = coalesce(ended_at, $2), automatic = NULL WHERE id = $1', [id, now])
  await db.query('DELETE FROM link_claim WHERE session_id = $1', [id])
  await db.query('DELETE FROM link_live WHERE session_id = $1', [id])
}

export async function updateAutomatic(db: Queryable, id: string, automatic: AutomaticRow | null): Promise<void> {
  await db.query('UPDATE link_session SET automatic = $2 WHERE id = $1 AND ended_at IS NULL', [
    id,
    automatic && JSON.stringify(automatic),
  ])
}

/**
 * Gives an open session that nobody works, or whose worker has not been heard of, to a worker; each to one.
 *
 * @returns the sessions that are this worker's from now on, each with when it was last worked; null where it never was
 */
export async function takeSessions(
  db: Queryable,
  { worker, now, silentSince }: { readonly worker: string; readonly now: Date; readonly silentSince: Date },
): Promise<{ readonly id: string; readonly lastBeat: Date | null }[]> {
  const { rows } = await db.query(
    `UPDATE link_session AS taken SET worker = $1, beat_at = $2
       FROM (SELECT id, beat_at FROM link_session
              WHERE ended_at IS NULL AND (worker IS NULL OR beat_at < $3) FOR UPDATE SKIP LOCKED) AS before
      WHERE taken.id = before.id
    RETURNING taken.id, before.beat_at`,
    [worker, now, silentSince],
  )
  return rows.map(({ id, beat_at }) => ({ id, lastBeat: beat_at }))
}

/** Says that a session is still worked. @returns false where another has taken it over, or it was ended */
export async function beat(
  db: Queryable,
  id: string,
  { worker, now }: { worker: string; now: Date },
): Promise<boolean> {
  const { rowCount } = await db.query(
    'UPDATE link_session SET beat_at = $3 WHERE id = $1 AND worker = $2 AND ended_at IS NULL',
    [id, worker, now],
  )
  return rowCount === 1
}
