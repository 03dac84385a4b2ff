import { z } from 'zod'
import type { Queryable } from '../database'

export const PersonRow = z.object({
  id: z.uuid(),
  name: z.string(),
  initials: z.string(),
  role: z.enum(['technician', 'reviewer', 'planner', 'reader']),
})
export type Person = z.infer<typeof PersonRow>

/** Everybody, by name. */
export async function selectPeople(db: Queryable): Promise<Person[]> {
  const { rows } = await db.query('SELECT id, name, initials, role FROM person ORDER BY name')
  return z.array(PersonRow).parse(rows)
}

export async function selectPerson(db: Queryable, id: string): Promise<Person | null> {
  const { rows } = await db.query('SELECT id, name, initials, role FROM person WHERE id = $1', [id])
  return rows.length === 0 ? null : PersonRow.parse(rows[0])
}

export async function insertPerson(db: Queryable, { id, name, initials, role }: Person): Promise<void> {
  await db.query('INSERT INTO person (id, name, initials, role) VALUES ($1, $2, $3, $4)', [id, name, initials, role])
}
