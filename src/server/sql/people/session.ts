import type { Queryable } from '../../database'
import { type Person, PersonRow } from './person'

/** @param seconds until it ends by itself */
export async function insertSession(
  db: Queryable,
  { tokenSha256, personId, seconds }: { tokenSha256: string; personId: string; seconds: number },
): Promise<void> {
  await db.query(
    `INSERT INTO session (token_sha256, person_id, expires_at) VALUES ($1, $2, now() + make_interval(secs => $3))`,
    [tokenSha256, personId, seconds],
  )
}

/** Whose session it is; null where it has ended, or its person signs in no more. By the clock of the database alone. */
export async function selectSessionPerson(db: Queryable, tokenSha256: string): Promise<Person | null> {
  const { rows } = await db.query(
    `SELECT p.id, p.name, p.initials, p.role, p.is_administrator, p.is_demo, p.deactivated_at
       FROM session JOIN person AS p ON p.id = person_id
      WHERE token_sha256 = $1 AND ended_at IS NULL AND expires_at > now() AND p.deactivated_at IS NULL`,
    [tokenSha256],
  )
  return rows.length === 0 ? null : PersonRow.parse(rows[0])
}

export async function endSessionOf(db: Queryable, tokenSha256: string): Promise<void> {
  await db.query('UPDATE session SET ended_at = now() WHERE token_sha256 = $1 AND ended_at IS NULL', [tokenSha256])
}

/** Ends all sessions of a person, but one where one is named; says how many. */
export async function endSessionsOf(db: Queryable, personId: string, but: string | null = null): Promise<number> {
  const { rowCount } = await db.query(
    `UPDATE session SET ended_at = now()
      WHERE person_id = $1 AND ended_at IS NULL AND expires_at > now() AND token_sha256 IS DISTINCT FROM $2`,
    [personId, but],
  )
  return rowCount ?? 0
}

/** At how many browsers a person is signed in. */
export async function countSessions(db: Queryable, personId: string): Promise<number> {
  const { rows } = await db.query(
    'SELECT count(*)::int AS sessions FROM session WHERE person_id = $1 AND ended_at IS NULL AND expires_at > now()',
    [personId],
  )
  return rows[0].sessions
}
