import { createHash } from 'node:crypto'
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible'
import { pool } from '../database'
import { TooMany } from '../refusals'
import { deleteExpiredTries } from '../sql/signInAttempt'

/** So many tries of one name within the window, and it has to wait. Ours, no source. */
const MOST_TRIES = 5
const WINDOW_MINUTES = 15

/** Whoever signs in may be anybody; whoever confirms is signed in. So no stranger uses up the tries of a seal. */
export type Purpose = 'sign-in' | 'confirm'

const limiter = (purpose: Purpose) =>
  new RateLimiterPostgres({
    storeClient: pool(),
    storeType: 'pool',
    tableName: 'rate_limit',
    tableCreated: true,
    keyPrefix: purpose,
    // Made anew for every try: each would leave a timer of its own behind. `forgetTries` clears what has expired.
    clearExpiredByTimeout: false,
    points: MOST_TRIES,
    duration: WINDOW_MINUTES * 60,
  })

/** However long a name is and however it is capitalised, one key. */
const keyOf = (name: string) => createHash('sha256').update(name.toLowerCase()).digest('hex')

/**
 * Counts a try before it is made, in one statement of the database: tries sent at once count each, on any process.
 *
 * @throws {TooMany} after too many of one name
 */
export async function countTry(purpose: Purpose, name: string): Promise<void> {
  try {
    await limiter(purpose).consume(keyOf(name))
  } catch (refused) {
    if (!(refused instanceof RateLimiterRes)) throw refused
    const minutes = Math.max(1, Math.ceil(refused.msBeforeNext / 60_000))
    throw new TooMany('password', `${MOST_TRIES} failures for this name`, `wait ${minutes} min, then try again`)
  }
}

/** A name that signed in begins anew; what has expired meanwhile is forgotten. */
export async function forgetTries(purpose: Purpose, name: string): Promise<void> {
  await limiter(purpose).delete(keyOf(name))
  await deleteExpiredTries(pool(), Date.now())
}
