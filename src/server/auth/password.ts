import { type Algorithm, hash, verify } from '@node-rs/argon2'
import pLimit from 'p-limit'
import { Busy } from '../refusals'

/** argon2id. The package’s own enumeration holds no values at run time, only types. */
const ARGON2ID: Algorithm.Argon2id = 2

/** argon2id with 19 MiB, two passes, one lane. Source: OWASP Password Storage Cheat Sheet (from memory). */
const OPTIONS = { algorithm: ARGON2ID, memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const

/** Two at once of the four threads that Node also reads files with, so that many sign-ins stop nobody else. */
const AT_ONCE = 2
/** Each takes some hundredths of a second: the last of so many waits a few seconds. */
const MOST_WAITING = 60

const limit = pLimit(AT_ONCE)

function limited<T>(work: () => Promise<T>): Promise<T> {
  if (limit.pendingCount >= MOST_WAITING)
    throw new Busy('password', 'too many sign in at once', 'send it again in a moment')
  return limit(work)
}

/**
 * The hash of a password as PHC text, salt included.
 *
 * @throws {Busy} while too many wait
 */
export const hashPassword = async (password: string): Promise<string> => limited(() => hash(password, OPTIONS))

/**
 * Whether a password gives a hash. Without a hash it takes as long and says no, so that nobody learns who has one.
 *
 * @throws {Busy} while too many wait
 */
export async function isPassword(password: string, known: string | null): Promise<boolean> {
  standIn ??= hash('nobody has this password', OPTIONS)
  const other = known ?? (await standIn)
  const isSame = await limited(() => verify(other, password))
  return known !== null && isSame
}

let standIn: Promise<string> | undefined
