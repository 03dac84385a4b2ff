import type { Queryable } from '../../database'

/** That somebody tried, for whoever looks into it later; how often one may is `signInLimit`'s. */
export async function insertAttempt(
  db: Queryable,
  { name, succeeded, at, address }: { name: string; succeeded: boolean; at: Date; address: string | null },
): Promise<void> {
  await db.query('INSERT INTO sign_in_attempt (name, succeeded, at, address) VALUES ($1, $2, $3, $4)', [
    name,
    succeeded,
    at,
    address,
  ])
}

/** @param at milliseconds since 1970 */
export async function deleteExpiredTries(db: Queryable, at: number): Promise<void> {
  await db.query('DELETE FROM rate_limit WHERE expire < $1', [at])
}
