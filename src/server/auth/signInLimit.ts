import { createHash } from 'node:crypto'
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible'
import { pool } from '../database'
import { TooMany } from '../refusals'
import { deleteExpiredTries } from '../sql/people/signInAttempt'

const WINDOW_MINUTES = 15

/**
 * How often one may try within the window: one name from one address, one name from wherever, one address whatever the
 * name, and a password asked for again. Ours, no source. Whoever confirms is signed in, so no stranger uses up the tries of a seal; and whoever
 * tries a name from elsewhere leaves its five at home alone.
 */
const MOST_TRIES = { 'name and address': 5, name: 30, address: 60, confirm: 5 } as const
type Counter = keyof typeof MOST_TRIES

/** Who tries: a stranger, or somebody signed in who confirms. */
export type Tried =
  | { readonly purpose: 'sign-in'; readonly name: string; readonly address: string }
  | { readonly purpose: 'confirm'; readonly name: string }

const limiter = (counter: Counter) =>
  new RateLimiterPostgres({
    storeClient: pool(),
    storeType: 'pool',
    tableName: 'rate_limit',
    tableCreated: true,
    keyPrefix: counter,
    // Made anew for every try: each would leave a timer of its own behind. `forgetTries` clears what has expired.
    clearExpiredByTimeout: false,
    points: MOST_TRIES[counter],
    duration: WINDOW_MINUTES * 60,
  })

/** However long a name is and however it is capitalised, one key. */
const keyOf = (...parts: string[]) => createHash('sha256').update(parts.join('\n').toLowerCase()).digest('hex')

/** The narrowest first: what it refuses is not counted by the wider ones. */
function keysOf(tried: Tried): readonly (readonly [Counter, string])[] {
  if (tried.purpose === 'confirm') return [['confirm', keyOf(tried.name)]]
  return [
    ['name and address', keyOf(tried.name, tried.address)],
    ['address', keyOf(tried.address)],
    ['name', keyOf(tried.name)],
  ]
}

const WHOSE: Record<Counter, string> = {
  'name and address': 'failures for this name',
  name: 'failures for this name, from several places',
  address: 'failures from this address',
  confirm: 'failures for this name',
}

/**
 * Counts a try before it is made, in one statement of the database for each counter: tries sent at once count each, on any process.
 *
 * @throws {TooMany} after too many
 */
export async function countTry(tried: Tried): Promise<void> {
  for (const [counter, key] of keysOf(tried))
    try {
      await limiter(counter).consume(key)
    } catch (refused) {
      if (!(refused instanceof RateLimiterRes)) throw refused
      const minutes = Math.max(1, Math.ceil(refused.msBeforeNext / 60_000))
      throw new TooMany('password', `${MOST_TRIES[counter]} ${WHOSE[counter]}`, `wait ${minutes} min, then try again`)
    }
}

/** A try that was none after all: its own count is taken back, and no other. */
export async function takeBackTry(tried: Tried): Promise<void> {
  for (const [counter, key] of keysOf(tried)) await limiter(counter).reward(key, 1)
}

/** A name that signed in begins anew where it did; what has expired meanwhile is forgotten. */
export async function forgetTries(tried: Tried): Promise<void> {
  const [narrowest] = keysOf(tried)
  if (narrowest) await limiter(narrowest[0]).delete(narrowest[1])
  // Its own success was counted by the wider ones too, and is no failure.
  for (const [counter, key] of keysOf(tried).slice(1)) await limiter(counter).reward(key, 1)
  await deleteExpiredTries(pool(), Date.now())
}
