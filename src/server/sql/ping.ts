import type { Queryable } from '../database'

/** Reaches the database, or throws. */
export async function ping(db: Queryable): Promise<void> {
  await db.query('SELECT 1')
}
