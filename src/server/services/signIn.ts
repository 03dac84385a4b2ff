import { randomUUID } from 'node:crypto'
import { Refusal } from '@/core/refusal'
import type { FirstPerson, NewPerson, SignIn } from '@/schema/people'
import { hashPassword, isPassword } from '../auth/password'
import { countTry, forgetTries, type Purpose } from '../auth/signInLimit'
import { pool, transaction } from '../database'
import { Conflict, Forbidden } from '../refusals'
import { insertEvent } from '../sql/event'
import {
  anybody,
  insertPerson,
  lockFirstPerson,
  type Person,
  selectPasswordHash,
  selectPerson,
  selectSignIn,
  updatePassword,
} from '../sql/person'
import { insertAttempt } from '../sql/signInAttempt'
import { insertSite } from '../sql/site'
import type { Actor } from './actor'

/**
 * Checks name and password.
 *
 * @returns the id of the person
 * @throws {Refusal} when they do not belong together, without saying which of the two is wrong
 * @throws {TooMany} after too many failures of this name
 */
export async function signIn({ name, password }: SignIn, now: Date): Promise<string> {
  const known = await selectSignIn(pool(), name)
  await checkedPassword('sign-in', { name, password, passwordHash: known?.passwordHash ?? null }, now)
  return known?.id ?? ''
}

/**
 * Asks for the password of a person again, as signing does. Failures count by themselves: nobody else’s at the sign-in lock a seal.
 *
 * @throws {Refusal} when it is not the password
 */
export async function confirmPassword(person: Pick<Person, 'id' | 'name'>, password: string, now: Date): Promise<void> {
  const passwordHash = await selectPasswordHash(pool(), person.id)
  await checkedPassword('confirm', { name: person.name, password, passwordHash }, now)
}

async function checkedPassword(
  purpose: Purpose,
  { name, password, passwordHash }: SignIn & { passwordHash: string | null },
  now: Date,
): Promise<void> {
  await countTry(purpose, name)
  const succeeded = await isPassword(password, passwordHash)
  await insertAttempt(pool(), { name, succeeded, at: now })
  if (!succeeded)
    throw new Refusal('password', 'name and password do not belong together', 'look at both, and at the capitals lock')
  await forgetTries(purpose, name)
}

/**
 * One of the demo's people, without a password.
 *
 * @throws {Forbidden} for anybody else
 */
export async function demoSignIn(personId: string): Promise<string> {
  const person = await selectPerson(pool(), personId)
  if (!person?.isDemo)
    throw new Forbidden('personId', 'only the demo’s people sign in with one click', 'sign in by name and password')
  return person.id
}

/**
 * Registers the first person of an empty plant as its administrator.
 *
 * @throws {Conflict} when somebody is registered already
 */
export async function firstPerson(input: FirstPerson, now: Date): Promise<string> {
  const passwordHash = await hashPassword(input.password)
  return transaction(async (db) => {
    await lockFirstPerson(db)
    if (await anybody(db)) throw new Conflict('name', 'somebody is registered here already', 'sign in, or ask them')
    const { password: _, site, ...person } = input
    const id = randomUUID()
    await insertPerson(db, { ...person, id, isAdministrator: true, isDemo: false, passwordHash })
    if (site) await insertSite(db, { ...site, id: randomUUID(), at: now, personId: id })
    await insertEvent(db, { at: now, personId: id, kind: 'first administrator registered', subjectId: id })
    return id
  })
}

/**
 * Registers a further person.
 *
 * @throws {Forbidden} for anybody but an administrator
 * @throws {Conflict} when the name is taken
 */
export async function registerPerson(input: NewPerson, { person: by, now }: Actor): Promise<{ id: string }> {
  if (!by.isAdministrator)
    throw new Forbidden('person', `${by.name} is no administrator`, 'ask an administrator to register people')
  const passwordHash = await hashPassword(input.password)
  return transaction(async (db) => {
    const { password: _, ...person } = input
    const id = randomUUID()
    if (!(await insertPerson(db, { ...person, id, isDemo: false, passwordHash })))
      throw new Conflict('name', `${input.name} is registered already`, 'choose a name that tells the two apart')
    await insertEvent(db, { at: now, personId: by.id, kind: 'person registered', subjectId: id })
    return { id }
  })
}

/**
 * Changes one's own password.
 *
 * @throws {Refusal} when the present one is wrong
 */
export async function changePassword(
  input: { password: string; next: string },
  { person, now }: Actor,
): Promise<{ done: true }> {
  await confirmPassword(person, input.password, now)
  const passwordHash = await hashPassword(input.next)
  return transaction(async (db) => {
    await updatePassword(db, person.id, passwordHash)
    await insertEvent(db, { at: now, personId: person.id, kind: 'password changed', subjectId: person.id })
    return { done: true as const }
  })
}
