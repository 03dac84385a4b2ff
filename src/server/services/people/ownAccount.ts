import { createHash } from 'node:crypto'
import QRCode from 'qrcode'
import { Refusal } from '@/core/refusal'
import type { PasswordReset } from '@/schema/people'
import { hashPassword } from '../../auth/password'
import { counterOf, keyUri, newSecret } from '../../auth/secondFactor'
import { countTry, forgetTries } from '../../auth/signInLimit'
import { refuseWeak } from '../../auth/weakPassword'
import { pool, transaction } from '../../database'
import { Conflict } from '../../refusals'
import { selectPersonNamed, updatePassword } from '../../sql/people/person'
import { takeResetCode } from '../../sql/people/resetCode'
import { deleteSecondFactor, insertSecondFactor, selectSecondFactor, takeCounter } from '../../sql/people/secondFactor'
import { countSessions, endSessionsOf } from '../../sql/people/session'
import { insertEvent } from '../../sql/proof/event'
import type { Actor } from '../actor'
import { confirmPassword } from './signIn'

/** What somebody sees of their own account. */
export async function ownAccount(personId: string): Promise<{ sessions: number; hasSecondFactor: boolean }> {
  const factor = await selectSecondFactor(pool(), personId)
  return { sessions: await countSessions(pool(), personId), hasSecondFactor: factor?.isConfirmed === true }
}

/**
 * Changes one's own password, and signs out everywhere else.
 *
 * @param session this browser's, which stays
 * @throws {Refusal} when the present one is wrong, or the new one weak
 */
export async function changePassword(
  input: { password: string; next: string },
  { person, now }: Actor,
  session: string | null,
): Promise<{ ended: number }> {
  refuseWeak('next', input.next, person.name)
  await confirmPassword(person, input.password, now)
  const passwordHash = await hashPassword(input.next)
  return transaction(async (db) => {
    await updatePassword(db, person.id, passwordHash)
    const ended = await endSessionsOf(db, person.id, session)
    await insertEvent(db, { at: now, personId: person.id, kind: 'password changed', subjectId: person.id })
    return { ended }
  })
}

/** Signs a person out at every browser but this one. */
export async function endOtherSessions({ person, now }: Actor, session: string | null): Promise<{ ended: number }> {
  return transaction(async (db) => {
    const ended = await endSessionsOf(db, person.id, session)
    await insertEvent(db, { at: now, personId: person.id, kind: 'signed out elsewhere', subjectId: person.id })
    return { ended }
  })
}

/** What the database keeps of a code, however it was typed. */
export const resetCodeHash = (code: string): string =>
  createHash('sha256')
    .update(code.toUpperCase().replace(/[^0-9A-Z]/g, ''))
    .digest('hex')

/**
 * Sets a new password by a code that an administrator handed over; every session and the second factor end.
 *
 * @returns the id of the person
 * @throws {Refusal} when name and code do not belong together, without saying which of the two is wrong
 * @throws {TooMany} after too many failures
 */
export async function resetPassword({ name, code, next }: PasswordReset, now: Date, address: string): Promise<string> {
  const tried = { purpose: 'sign-in', name, address } as const
  refuseWeak('next', next, name)
  await countTry(tried)
  const passwordHash = await hashPassword(next)
  const personId = await transaction(async (db) => {
    const person = await selectPersonNamed(db, name)
    const isTheirs =
      person?.isActive && (await takeResetCode(db, { personId: person.id, codeSha256: resetCodeHash(code) }))
    if (!(person && isTheirs))
      throw new Refusal('code', 'name and code do not belong together, or the code was used', 'ask for a new one')
    await updatePassword(db, person.id, passwordHash)
    await endSessionsOf(db, person.id)
    await deleteSecondFactor(db, person.id)
    await insertEvent(db, { at: now, personId: person.id, kind: 'password reset', subjectId: person.id })
    return person.id
  })
  await forgetTries(tried)
  return personId
}

/**
 * Begins a second factor: what the authenticator is given. It counts once its first code was right.
 *
 * @throws {Conflict} where there is one already
 */
export async function beginSecondFactor(
  { password }: { password: string },
  { person, now }: Actor,
): Promise<{ secret: string; picture: string }> {
  await confirmPassword(person, password, now)
  const secret = newSecret()
  if (!(await insertSecondFactor(pool(), person.id, secret)))
    throw new Conflict('password', 'a second factor is set up already', 'end it first')
  const svg = await QRCode.toString(keyUri(secret, person.name), { type: 'svg', margin: 1 })
  return { secret, picture: `data:image/svg+xml;base64,${Buffer.from(svg).toString('base64')}` }
}

/**
 * Takes the first code of a second factor: from now on signing in asks for one.
 *
 * @throws {Refusal} when the code is not right
 */
export async function confirmSecondFactor({ code }: { code: string }, { person, now }: Actor): Promise<{ done: true }> {
  const tried = { purpose: 'confirm', name: person.name } as const
  await countTry(tried)
  const done = await transaction(async (db) => {
    const factor = await selectSecondFactor(db, person.id)
    const counter = factor ? counterOf(code, { secret: factor.secret, now }) : null
    if (counter === null || !(await takeCounter(db, person.id, counter)))
      throw new Refusal(
        'code',
        'is not the one of this moment',
        'wait for the next one, and look at the clock of the phone',
      )
    await insertEvent(db, { at: now, personId: person.id, kind: 'second factor set up', subjectId: person.id })
    return { done: true as const }
  })
  await forgetTries(tried)
  return done
}

/** Ends one's own second factor. */
export async function endSecondFactor(
  { password }: { password: string },
  { person, now }: Actor,
): Promise<{ done: true }> {
  await confirmPassword(person, password, now)
  return transaction(async (db) => {
    if (await deleteSecondFactor(db, person.id))
      await insertEvent(db, { at: now, personId: person.id, kind: 'second factor ended', subjectId: person.id })
    return { done: true as const }
  })
}
