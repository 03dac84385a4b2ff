import { getIronSession, type SessionOptions } from 'iron-session'
import { cookies } from 'next/headers'
import { pool } from '../database'
import { environment } from '../environment'
import { type Person, selectPerson } from '../sql/person'
import { selectSecret } from '../sql/secret'

/** What the sealed cookie holds. The role is read from the database each time: it may have changed since. */
type Session = { personId?: string }

/** A long shift; after it one signs in again. */
const SECONDS = 14 * 60 * 60

let options: Promise<SessionOptions> | undefined

/** The key is the same for every process that serves this database. */
function sessionOptions(): Promise<SessionOptions> {
  options ??= selectSecret(pool(), 'session').then(
    (password): SessionOptions => ({
      password,
      cookieName: 'barys-session',
      ttl: SECONDS,
      // On loopback there is no TLS, and a cookie marked secure would not come back.
      cookieOptions: {
        httpOnly: true,
        sameSite: 'strict',
        secure: environment().BARYS_ORIGIN?.protocol === 'https:',
        path: '/',
      },
    }),
  )
  options.catch(() => {
    options = undefined // the database was away: ask again next time
  })
  return options
}

const session = async () => getIronSession<Session>(await cookies(), await sessionOptions())

/** The person signed in at this browser; null where nobody is. */
export async function signedInPerson(): Promise<Person | null> {
  const { personId } = await session()
  return personId === undefined ? null : selectPerson(pool(), personId)
}

export async function startSession(personId: string): Promise<void> {
  const current = await session()
  current.personId = personId
  await current.save()
}

export async function endSession(): Promise<void> {
  const current = await session()
  current.destroy()
}
