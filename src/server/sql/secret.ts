import type { Queryable } from '../database'

/** A secret every process shares. It is made when the schema is set up. */
export async function selectSecret(db: Queryable, name: string): Promise<string> {
  const { rows } = await db.query('SELECT value FROM server_secret WHERE name = $1', [name])
  if (rows.length === 0) throw new Error(`the secret “${name}” is missing: start Barys with npm start`)
  return rows[0].value
}
