import { Refusal } from '@/core/refusal'
import type { SignIn } from '@/schema/people'
import { isPassword } from '../../auth/password'
import { counterOf } from '../../auth/secondFactor'
import { countTry, forgetTries, type Tried, takeBackTry } from '../../auth/signInLimit'
import { pool } from '../../database'
import { Forbidden } from '../../refusals'
import { type Person, selectPasswordHash, selectPerson, selectSignIn } from '../../sql/people/person'
import { selectSecondFactor, takeCounter } from '../../sql/people/secondFactor'
import { insertAttempt } from '../../sql/people/signInAttempt'

/**
 * Checks name and password, and the code of a second factor where one was set up.
 *
 * @param address from where somebody tries
 * @returns the id of the person
 * @throws {Refusal} when they do not belong together, without saying which of the two is wrong
 * @throws {TooMany} after too many failures
 */
export async function signIn({ name, password, code }: SignIn, now: Date, address: string): Promise<string> {
  const tried = { purpose: 'sign-in', name, address } as const
  const known = await selectSignIn(pool(), name)
  await checked(tried, now, async () => {
    if (!(await isPassword(password, known?.passwordHash ?? null))) return NOT_TOGETHER
    return codeRefusal(known?.id ?? '', code, now)
  })
  return known?.id ?? ''
}

/**
 * Asks for the password of a person again, as signing does. Failures count by themselves: nobody else’s at the sign-in lock a seal.
 *
 * @throws {Refusal} when it is not the password
 */
export async function confirmPassword(person: Pick<Person, 'id' | 'name'>, password: string, now: Date): Promise<void> {
  const passwordHash = await selectPasswordHash(pool(), person.id)
  await checked({ purpose: 'confirm', name: person.name }, now, async () =>
    (await isPassword(password, passwordHash)) ? null : NOT_TOGETHER,
  )
}

const NOT_TOGETHER = new Refusal(
  'password',
  'name and password do not belong together',
  'look at both, and at the capitals lock',
)

const CODE_ASKED = new Refusal('code', 'is asked for too', 'type the six digits your authenticator shows')

/** A code that is missing is asked for; one that was taken before opens nothing again. */
async function codeRefusal(personId: string, code: string | undefined, now: Date): Promise<Refusal | null> {
  const factor = await selectSecondFactor(pool(), personId)
  if (!factor?.isConfirmed) return null
  if (!code) return CODE_ASKED
  const counter = counterOf(code, { secret: factor.secret, now })
  if (counter !== null && (await takeCounter(pool(), personId, counter))) return null
  return new Refusal('code', 'is not the one of this moment, or was used already', 'wait for the next one and type it')
}

/** Counts a try, makes it, and keeps that it was made. */
async function checked(tried: Tried, now: Date, attempt: () => Promise<Refusal | null>): Promise<void> {
  await countTry(tried)
  const refusal = await attempt()
  if (refusal === CODE_ASKED) {
    // No failure, and no success either: codes that were guessed before count on.
    await takeBackTry(tried)
    throw refusal
  }
  const address = tried.purpose === 'sign-in' ? tried.address : null
  await insertAttempt(pool(), { name: tried.name, succeeded: refusal === null, at: now, address })
  if (refusal) throw refusal
  await forgetTries(tried)
}

/**
 * One of the demo's people, without a password.
 *
 * @throws {Forbidden} for anybody else
 */
export async function demoSignIn(personId: string): Promise<string> {
  const person = await selectPerson(pool(), personId)
  if (!(person?.isDemo && person.isActive))
    throw new Forbidden('personId', 'only the demo’s people sign in with one click', 'sign in by name and password')
  return person.id
}
