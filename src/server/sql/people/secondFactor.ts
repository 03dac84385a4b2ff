import type { Queryable } from '../../database'

/** A person's second factor; null where none was set up. */
export async function selectSecondFactor(
  db: Queryable,
  personId: string,
): Promise<{ secret: string; isConfirmed: boolean } | null> {
  const { rows } = await db.query('SELECT secret, confirmed_at FROM second_factor WHERE person_id = $1', [personId])
  return rows.length === 0 ? null : { secret: rows[0].secret, isConfirmed: rows[0].confirmed_at !== null }
}

/** Begins one; one that was never confirmed gives way, a confirmed one does not. */
export async function insertSecondFactor(db: Queryable, personId: string, secret: string): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO second_factor (person_id, secret) VALUES ($1, $2)
     ON CONFLICT (person_id) DO UPDATE SET secret = $2, last_counter = 0 WHERE second_factor.confirmed_at IS NULL`,
    [personId, secret],
  )
  return rowCount === 1
}

/** Takes the code of an interval, once; false where that interval or a later one was taken already. */
export async function takeCounter(db: Queryable, personId: string, counter: number): Promise<boolean> {
  const { rowCount } = await db.query(
    `UPDATE second_factor SET last_counter = $2, confirmed_at = coalesce(confirmed_at, now())
      WHERE person_id = $1 AND last_counter < $2`,
    [personId, counter],
  )
  return rowCount === 1
}

export async function deleteSecondFactor(db: Queryable, personId: string): Promise<boolean> {
  return (await db.query('DELETE FROM second_factor WHERE person_id = $1', [personId])).rowCount === 1
}
