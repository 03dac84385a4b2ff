import { randomUUID } from 'node:crypto'
import { z } from 'zod'
import { GONE_MS, type Lease, taken } from '@/core/links/lease'
import { DUTIES, type Duty } from '@/core/links/sourceDuty'
import type { Proof } from '@/core/links/sourceRound'
import { AutomaticSettings, type LinkShown, type NewLink } from '@/schema/links'
import type { Queryable, Transaction } from '../../database'

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

/** A session that a worker has in hand from now on: its lease, and what its source is owed. */
export type TakenSession = {
  readonly id: string
  readonly holder: string
  readonly fence: number
  readonly owes: Duty | null
  /** How long ago it was last worked, s; null where it never was. */
  readonly silentSeconds: number | null
}

const LeaseRow = z
  .object({
    ...{ id: z.uuid(), worker: z.uuid().nullable(), worker_process: z.uuid().nullable(), fence: z.number() },
    ...{ beat_at: z.date().nullable(), owes: z.enum(DUTIES).nullable(), now: z.date() },
  })
  .transform(({ worker, worker_process, fence, beat_at, ...row }) => ({
    ...{ id: row.id, owes: row.owes, now: row.now.getTime() },
    lease: { holder: worker, process: worker_process, fence, beatAt: beat_at?.getTime() ?? null } satisfies Lease,
  }))

/**
 * Takes what sessions a process may take: see {@link taken}. By the clock of the database, so that processes need not agree
 * what time it is.
 */
export async function takeSessions(db: Transaction, process: string): Promise<TakenSession[]> {
  const { rows } = await db.query(
    `SELECT id, worker, worker_process, fence, beat_at, owes, clock_timestamp() AS now FROM link_session
      WHERE ended_at IS NULL AND (worker IS NULL OR beat_at < clock_timestamp() - $1 * interval '1 ms')
      ORDER BY id FOR UPDATE SKIP LOCKED`,
    [GONE_MS],
  )
  const sessions: TakenSession[] = []
  for (const { id, owes, lease, now } of z.array(LeaseRow).parse(rows)) {
    const holder = randomUUID()
    const next = taken(lease, { holder, process }, now)
    if (!next) continue
    await db.query(
      'UPDATE link_session SET worker = $2, worker_process = $3, fence = $4, beat_at = clock_timestamp() WHERE id = $1',
      [id, next.holder, next.process, next.fence],
    )
    const silentSeconds = lease.beatAt === null ? null : (now - lease.beatAt) / 1000
    sessions.push({ id, holder, fence: next.fence, owes, silentSeconds })
  }
  return sessions
}

/** By whom a session is worked, and under which number. */
export type Holder = Pick<TakenSession, 'id' | 'holder' | 'fence'>
const HELD = 'id = $1 AND worker = $2 AND fence = $3 AND ended_at IS NULL'
const by = ({ id, holder, fence }: Holder) => [id, holder, fence]

/** Says that a session is still worked. @returns false where another has taken it over, or it was ended */
export const beat = async (db: Queryable, of: Holder): Promise<boolean> => (await proveSession(db, of)).isOurs

/**
 * Ends a session and lets go of everything it has; nothing where it is another’s, who may need it, or where a vent is owed.
 *
 * @returns whether it was ended
 */
export async function closeSession(db: Queryable, of: Holder): Promise<boolean> {
  const { rowCount } = await db.query(
    `UPDATE link_session SET ended_at = clock_timestamp(), automatic = NULL WHERE ${HELD} AND owes IS DISTINCT FROM 'vent'`,
    by(of),
  )
  if (rowCount === 0) return false
  for (const table of ['link_claim', 'link_address_claim', 'link_live'])
    await db.query(`DELETE FROM ${table} WHERE session_id = $1`, [of.id])
  return true
}

/** Keeps how a session takes its own readings; nothing where it is another’s, who goes on with it. */
export async function updateAutomatic(db: Queryable, of: Holder, automatic: AutomaticRow | null): Promise<void> {
  await db.query(`UPDATE link_session SET automatic = $4 WHERE ${HELD}`, [
    ...by(of),
    automatic && JSON.stringify(automatic),
  ])
}

/** Keeps how a session stands, in the place of how it stood; nothing where it is another’s. */
export async function upsertLive(db: Queryable, of: Holder, shown: LinkShown): Promise<void> {
  await db.query(
    // By the database's clock: how old it is must not hang on the clock of a server.
    `INSERT INTO link_live (session_id, at, shown) SELECT id, clock_timestamp(), $4 FROM link_session WHERE ${HELD}
     ON CONFLICT (session_id) DO UPDATE SET at = clock_timestamp(), shown = $4`,
    [...by(of), JSON.stringify(shown)],
  )
}

/** Lets go of a session that is not worked any more, so that anybody takes it at once. */
export async function releaseSession(db: Queryable, of: Holder): Promise<void> {
  await db.query(`UPDATE link_session SET worker = NULL, worker_process = NULL WHERE ${HELD}`, by(of))
}

/** Proves that a session is this holder’s by saying that it lives; and what its source is owed. */
export async function proveSession(db: Queryable, of: Holder): Promise<Proof> {
  const { rows } = await db.query(
    `UPDATE link_session SET beat_at = clock_timestamp() WHERE ${HELD} RETURNING owes`,
    by(of),
  )
  return { isOurs: rows.length === 1, owes: rows[0]?.owes ?? null }
}

export const selectDuty = async (db: Queryable, id: string): Promise<Duty | null> =>
  (await db.query('SELECT owes FROM link_session WHERE id = $1', [id])).rows[0]?.owes ?? null

/**
 * Keeps what a source is owed; a vent that a person wanted since it was known to be `known` stays.
 *
 * @returns false where the session is another’s
 */
export const keepDuty = async (
  db: Queryable,
  of: Holder,
  { owes, known }: { readonly owes: Duty | null; readonly known: Duty | null },
): Promise<boolean> =>
  (
    await db.query(
      `UPDATE link_session SET owes = CASE WHEN owes = 'vent' AND $5::text IS DISTINCT FROM 'vent' THEN owes ELSE $4 END
        WHERE ${HELD}`,
      [...by(of), owes, known],
    )
  ).rowCount === 1

/**
 * For how long nobody was seen at a session, s: no screen of its runs was open, and nothing was wanted of it. By the clock of
 * the database.
 */
export async function secondsAlone(db: Queryable, id: string): Promise<number> {
  const { rows } = await db.query(
    `SELECT extract(epoch FROM clock_timestamp() - greatest(s.begun_at,
              (SELECT max(w.seen_at) FROM run_presence w JOIN link_member m USING (run_id) WHERE m.session_id = s.id),
              (SELECT max(o.ordered_at) FROM link_order o WHERE o.session_id = s.id)))::float AS alone
       FROM link_session s WHERE s.id = $1`,
    [id],
  )
  return rows[0]?.alone ?? 0
}

/** A person wants it vented: owed from this moment on, whoever works the session. */
export async function oweVent(db: Queryable, id: string): Promise<void> {
  await db.query(`UPDATE link_session SET owes = 'vent' WHERE id = $1 AND ended_at IS NULL`, [id])
}

/** Where a device answers, and which channel of it; 0 for the whole. */
export type ClaimedAddress = { readonly address: string; readonly channel: number }

/** Takes places for a session. @returns the first that another session has; null where all are taken */
export async function insertAddressClaims(
  db: Queryable,
  sessionId: string,
  claimed: readonly ClaimedAddress[],
): Promise<ClaimedAddress | null> {
  for (const place of claimed) {
    const { rowCount } = await db.query(
      `INSERT INTO link_address_claim (address, channel, session_id) VALUES ($1, $2, $3) ON CONFLICT DO NOTHING`,
      [place.address, place.channel, sessionId],
    )
    // A whole device and one channel of it have one owner too.
    const { rows } = await db.query(
      `SELECT FROM link_address_claim
        WHERE address = $1 AND session_id <> $3 AND (channel = 0 OR $2 = 0 OR channel = $2) LIMIT 1`,
      [place.address, place.channel, sessionId],
    )
    if (rowCount === 0 || rows.length > 0) return place
  }
  return null
}
