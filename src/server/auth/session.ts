import { createHash, randomBytes } from 'node:crypto'
import { cookies } from 'next/headers'
import { cache } from 'react'
import { pool } from '../database'
import { environment } from '../environment'
import type { Person } from '../sql/people/person'
import { endSessionOf, insertSession, selectSessionPerson } from '../sql/people/session'

/** A long shift; after it one signs in again. */
const SECONDS = 14 * 60 * 60

/** On loopback there is no TLS, and a cookie marked secure would not come back. */
const isSecure = () => environment().BARYS_ORIGIN?.protocol === 'https:'

/** With the prefix a browser takes it only from this very host, over TLS (RFC 6265bis, 4.1.3.2; from memory). */
const cookieName = () => (isSecure() ? '__Host-barys-session' : 'barys-session')

/** What the database keeps of the secret a browser holds. */
const hashOf = (token: string) => createHash('sha256').update(token).digest('hex')

async function tokenHash(): Promise<string | null> {
  const token = (await cookies()).get(cookieName())?.value
  return token ? hashOf(token) : null
}

/** The person signed in at this browser; null where nobody is. Read once for each request, frame and page together: the role may have changed since. */
export const signedInPerson = cache(async (): Promise<Person | null> => {
  const hash = await tokenHash()
  return hash === null ? null : selectSessionPerson(pool(), hash)
})

/** Which session this browser holds, as the database knows it; null where none. */
export const currentSession = tokenHash

/** Signs a person in at this browser; whoever was signed in there before is signed out. */
export async function startSession(personId: string): Promise<void> {
  const before = await tokenHash()
  if (before) await endSessionOf(pool(), before)
  const token = randomBytes(32).toString('base64url')
  await insertSession(pool(), { tokenSha256: hashOf(token), personId, seconds: SECONDS })
  const options = { httpOnly: true, sameSite: 'strict', secure: isSecure(), path: '/', maxAge: SECONDS } as const
  ;(await cookies()).set(cookieName(), token, options)
}

export async function endSession(): Promise<void> {
  const hash = await tokenHash()
  if (hash) await endSessionOf(pool(), hash)
  ;(await cookies()).delete({ name: cookieName(), path: '/', secure: isSecure() })
}
