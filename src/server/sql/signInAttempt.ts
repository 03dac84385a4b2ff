import type { Queryable } from '../database'

/** When a name failed since it last succeeded, after a moment; oldest first. */
export async function selectFailures(db: Queryable, name: string, since: Date): Promise<Date[]> {
  const { rows } = await db.query(
    `SELECT f.at FROM sign_in_attempt f
      WHERE lower(f.name) = lower($1) AND NOT f.succeeded AND f.at > $2
        AND NOT EXISTS (SELECT FROM sign_in_attempt s
                         WHERE lower(s.name) = lower($1) AND s.succeeded AND s.id > f.id)
      ORDER BY f.at`,
    [name, since],
  )
  return rows.map(({ at }) => at)
}

export async function insertAttempt(
  db: Queryable,
  { name, succeeded, at }: { name: string; succeeded: boolean; at: Date },
): Promise<void> {
  await db.query('INSERT INTO sign_in_attempt (name, succeeded, at) VALUES ($1, $2, $3)', [name, succeeded, at])
}
