import { randomInt, randomUUID } from 'node:crypto'
import type { EventKind } from '@/schema/audit'
import type { FirstPerson, NewPerson, PersonChange, PersonStanding } from '@/schema/people'
import { hashPassword } from '../../auth/password'
import { refuseWeak } from '../../auth/weakPassword'
import { type Transaction, transaction } from '../../database'
import { Conflict, Forbidden, NotFound } from '../../refusals'
import {
  anybody,
  insertPerson,
  lockAdministrators,
  lockFirstPerson,
  lockPerson,
  type Person,
  updateDeactivated,
  updateRole,
} from '../../sql/people/person'
import { insertResetCode } from '../../sql/people/resetCode'
import { endSessionsOf } from '../../sql/people/session'
import { insertSite } from '../../sql/people/site'
import { insertEvent } from '../../sql/proof/event'
import type { Actor } from '../actor'
import { resetCodeHash } from './ownAccount'

/** Who does it: an administrator, or whoever has the machine and runs a command there. */
export type PeopleKeeper = { readonly now: Date } & (
  | { readonly person: Person }
  | { readonly person: null; readonly command: string }
)

/**
 * Registers the first person of an empty plant as its administrator.
 *
 * @throws {Conflict} when somebody is registered already
 * @throws {Refusal} for a weak password
 */
export async function firstPerson(input: FirstPerson, now: Date): Promise<string> {
  refuseWeak('password', input.password, input.name)
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
 * @throws {Refusal} for a weak password
 */
export async function registerPerson(input: NewPerson, { person: by, now }: Actor): Promise<{ id: string }> {
  refuseOthers(by)
  refuseWeak('password', input.password, input.name)
  const passwordHash = await hashPassword(input.password)
  return transaction(async (db) => {
    const { password: _, ...person } = input
    const id = randomUUID()
    if (!(await insertPerson(db, { ...person, id, isDemo: false, passwordHash })))
      throw new Conflict('name', `${input.name} is registered already`, 'choose a name that tells the two apart')
    const { role, isAdministrator } = person
    const detail = { name: person.name, role, isAdministrator }
    await insertEvent(db, { at: now, personId: by.id, kind: 'person registered', subjectId: id, detail })
    return { id }
  })
}

/**
 * Changes what somebody is here as, and whether they administer people. It holds from their next request on.
 *
 * @throws {Conflict} where nobody would administer people any more
 */
export async function changePerson(
  id: string,
  { role, isAdministrator, reason }: PersonChange,
  by: PeopleKeeper,
): Promise<{ done: true }> {
  refuseOthers(by.person)
  return transaction(async (db) => {
    const before = await personToKeep(db, id, { staysAdministrator: isAdministrator })
    await updateRole(db, id, { role, isAdministrator })
    const from = { role: before.role, isAdministrator: before.isAdministrator }
    await tell(db, by, {
      kind: 'person changed',
      subjectId: id,
      detail: { from, to: { role, isAdministrator }, reason },
    })
    return { done: true as const }
  })
}

/**
 * Ends that somebody may sign in, everywhere and at once, or lets them again. What they signed stays theirs.
 *
 * @throws {Conflict} for oneself, and where nobody would administer people any more
 */
export async function standPerson(
  id: string,
  { isActive, reason }: PersonStanding,
  by: PeopleKeeper,
): Promise<{ done: true }> {
  refuseOthers(by.person)
  if (!isActive && by.person?.id === id)
    throw new Conflict('person', 'this is you', 'another administrator deactivates you')
  return transaction(async (db) => {
    const before = await personToKeep(db, id, { staysAdministrator: isActive })
    if (before.isActive === isActive) return { done: true as const }
    await updateDeactivated(db, id, isActive ? null : by.now)
    if (!isActive) await endSessionsOf(db, id)
    const kind = isActive ? 'person reactivated' : 'person deactivated'
    await tell(db, by, { kind, subjectId: id, detail: { reason } })
    return { done: true as const }
  })
}

/** So long a code that was handed over is good. Ours, no source. */
const CODE_HOURS = 24

/**
 * Makes a code for one new password of somebody. It is shown once and kept as a hash.
 *
 * @throws {Conflict} for a person who is deactivated
 */
export async function makeResetCode(id: string, by: PeopleKeeper): Promise<{ code: string; hours: number }> {
  refuseOthers(by.person)
  const code = newCode()
  return transaction(async (db) => {
    const person = await lockPerson(db, id)
    if (!person) throw unknownPerson()
    if (!person.isActive) throw new Conflict('person', `${person.name} is deactivated`, 'reactivate them first')
    await insertResetCode(db, {
      ...{ id: randomUUID(), personId: id, codeSha256: resetCodeHash(code) },
      ...{ madeBy: by.person?.id ?? null, hours: CODE_HOURS },
    })
    await tell(db, by, { kind: 'reset code made', subjectId: id, detail: {} })
    return { code, hours: CODE_HOURS }
  })
}

/** Without letters that look like figures. */
const CODE_LETTERS = '23456789ABCDEFGHJKLMNPQRSTUVWXYZ'

/** Sixteen of 32 letters, 80 bits, in groups that are read out easily. */
function newCode(): string {
  const group = () => Array.from({ length: 4 }, () => CODE_LETTERS[randomInt(CODE_LETTERS.length)]).join('')
  return Array.from({ length: 4 }, group).join('-')
}

function refuseOthers(by: Person | null): void {
  if (by && !by.isAdministrator)
    throw new Forbidden('person', `${by.name} is no administrator`, 'ask an administrator to do it')
}

const unknownPerson = () => new NotFound('person', 'no such person is registered', 'choose somebody from the list')

/** The person, and refuses to leave the plant without an administrator. The administrators are locked first, by all alike. */
async function personToKeep(
  db: Transaction,
  id: string,
  { staysAdministrator }: { staysAdministrator: boolean },
): Promise<Person> {
  const administrators = await lockAdministrators(db)
  const person = await lockPerson(db, id)
  if (!person) throw unknownPerson()
  const isLast = administrators.length === 1 && administrators[0] === id
  if (isLast && !staysAdministrator)
    throw new Conflict('person', `${person.name} is the only administrator`, 'make somebody else one first')
  return person
}

async function tell(
  db: Transaction,
  by: PeopleKeeper,
  { detail, ...event }: { kind: EventKind; subjectId: string; detail: Record<string, unknown> },
): Promise<void> {
  const byCommand = by.person ? {} : { command: by.command }
  await insertEvent(db, { ...event, at: by.now, personId: by.person?.id ?? null, detail: { ...detail, ...byCommand } })
}
