import { z } from 'zod'
import { ROLE_IDS } from '@/schema/roles'
import type { Queryable } from '../../database'

export const PersonRow = z
  .object({
    id: z.uuid(),
    name: z.string(),
    initials: z.string(),
    role: z.enum(ROLE_IDS),
    is_administrator: z.boolean(),
    is_demo: z.boolean(),
    deactivated_at: z.date().nullable(),
  })
  .transform(({ is_administrator, is_demo, deactivated_at, ...row }) => ({
    ...row,
    isAdministrator: is_administrator,
    isDemo: is_demo,
    isActive: deactivated_at === null,
  }))
export type Person = z.infer<typeof PersonRow>

const SELECT_PERSON = 'SELECT id, name, initials, role, is_administrator, is_demo, deactivated_at FROM person'

/** Everybody, by name. */
export async function selectPeople(db: Queryable): Promise<Person[]> {
  const { rows } = await db.query(`${SELECT_PERSON} ORDER BY name`)
  return z.array(PersonRow).parse(rows)
}

export async function selectPerson(db: Queryable, id: string): Promise<Person | null> {
  const { rows } = await db.query(`${SELECT_PERSON} WHERE id = $1`, [id])
  return rows.length === 0 ? null : PersonRow.parse(rows[0])
}

/** The people who may be chosen at one click. */
export async function selectDemoPeople(db: Queryable): Promise<Person[]> {
  const { rows } = await db.query(`${SELECT_PERSON} WHERE is_demo AND deactivated_at IS NULL ORDER BY name`)
  return z.array(PersonRow).parse(rows)
}

/** A person by name, however it is capitalised. */
export async function selectPersonNamed(db: Queryable, name: string): Promise<Person | null> {
  const { rows } = await db.query(`${SELECT_PERSON} WHERE lower(name) = lower($1)`, [name])
  return rows.length === 0 ? null : PersonRow.parse(rows[0])
}

/** Who may sign in under a name, with the hash of the password. */
export async function selectSignIn(
  db: Queryable,
  name: string,
): Promise<{ id: string; passwordHash: string | null } | null> {
  const { rows } = await db.query(
    'SELECT id, password_hash FROM person WHERE lower(name) = lower($1) AND deactivated_at IS NULL',
    [name],
  )
  return rows.length === 0 ? null : { id: rows[0].id, passwordHash: rows[0].password_hash }
}

/** Takes a person until the transaction ends; null where there is none. */
export async function lockPerson(db: Queryable, id: string): Promise<Person | null> {
  const { rows } = await db.query(`${SELECT_PERSON} WHERE id = $1 FOR UPDATE`, [id])
  return rows.length === 0 ? null : PersonRow.parse(rows[0])
}

/** Takes all administrators who may sign in until the transaction ends, so that the last one stays. */
export async function lockAdministrators(db: Queryable): Promise<readonly string[]> {
  const { rows } = await db.query(
    'SELECT id FROM person WHERE is_administrator AND deactivated_at IS NULL ORDER BY id FOR UPDATE',
  )
  return rows.map(({ id }) => id)
}

export async function updateRole(
  db: Queryable,
  id: string,
  { role, isAdministrator }: Pick<Person, 'role' | 'isAdministrator'>,
): Promise<void> {
  await db.query('UPDATE person SET role = $2, is_administrator = $3 WHERE id = $1', [id, role, isAdministrator])
}

/** @param at since when they sign in no more; null where they do again */
export async function updateDeactivated(db: Queryable, id: string, at: Date | null): Promise<void> {
  await db.query('UPDATE person SET deactivated_at = $2 WHERE id = $1', [id, at])
}

export async function selectPasswordHash(db: Queryable, id: string): Promise<string | null> {
  const { rows } = await db.query('SELECT password_hash FROM person WHERE id = $1', [id])
  return rows[0]?.password_hash ?? null
}

export const anybody = async (db: Queryable): Promise<boolean> =>
  (await db.query('SELECT FROM person LIMIT 1')).rowCount !== 0

/** Any fixed number: two browsers must not both become the first. */
const FIRST_LOCK = 7_264_003

/** Lets one transaction at a time register the first person. */
export const lockFirstPerson = (db: Queryable) => db.query('SELECT pg_advisory_xact_lock($1)', [FIRST_LOCK])

const INSERT_PERSON = `
  INSERT INTO person (id, name, initials, role, is_administrator, is_demo, password_hash)
  VALUES ($1, $2, $3, $4, $5, $6, $7) ON CONFLICT (name) DO NOTHING`

/** @returns false where the name is taken */
export async function insertPerson(
  db: Queryable,
  {
    id,
    name,
    initials,
    role,
    isAdministrator,
    isDemo,
    passwordHash,
  }: Omit<Person, 'isActive'> & { passwordHash: string | null },
): Promise<boolean> {
  const values = [id, name, initials, role, isAdministrator, isDemo, passwordHash]
  return (await db.query(INSERT_PERSON, values)).rowCount === 1
}

export async function updatePassword(db: Queryable, id: string, passwordHash: string): Promise<void> {
  await db.query('UPDATE person SET password_hash = $2 WHERE id = $1', [id, passwordHash])
}
