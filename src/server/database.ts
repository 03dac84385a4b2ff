import pg from 'pg'
import { environment } from './environment'
import { log } from './log'

/** Calendar dates stay text: a Date would shift them into another day in half the world. */
pg.types.setTypeParser(pg.types.builtins.DATE, (text) => text)

/** Anything SQL can be sent to: a pool or one connection inside a transaction. */
export type Queryable = Pick<pg.ClientBase, 'query'>
export type Transaction = Queryable

// Next may load this module more than once in one process; the pool must be one.
const held = globalThis as typeof globalThis & { barysPool?: pg.Pool }

/** What every connection of ours is set to. */
export const SESSION_SETTINGS = [
  // Ours are look-ups by key: planning a named statement anew each time takes longer than running it.
  'plan_cache_mode=force_generic_plan',
  // As the ledger writes times, so that verifying can compare them.
  'TimeZone=UTC',
  // One that hangs gives up what it holds, so that it cannot take the others with it.
  'lock_timeout=10s',
  'statement_timeout=60s',
  'idle_in_transaction_session_timeout=60s',
] as const

/** The process's connection pool. An idle connection that dies is logged and replaced, never a crash. */
export function pool(): pg.Pool {
  if (held.barysPool) return held.barysPool
  const fresh = new pg.Pool({
    connectionString: environment().DATABASE_URL,
    max: 8,
    connectionTimeoutMillis: 5000,
    options: SESSION_SETTINGS.map((setting) => `-c ${setting}`).join(' '),
  })
  fresh.on('error', (error) => log.warn({ error: error.message }, 'idle database connection lost'))
  held.barysPool = fresh
  return fresh
}

/** Runs work in one transaction: all of it is kept, or none. */
export async function transaction<T>(work: (db: Transaction) => Promise<T>): Promise<T> {
  const client = await pool().connect()
  let broken: Error | undefined
  // A connection that dies while it is ours tells so by an event too; unheard, it would end the process.
  const onLost = (error: Error) => {
    broken = error
  }
  client.on('error', onLost)
  try {
    await client.query('BEGIN')
    const result = await work(client)
    await client.query('COMMIT')
    return result
  } catch (error) {
    await client.query('ROLLBACK').catch((rollback: Error) => {
      broken = rollback // the connection is gone; PostgreSQL rolls back by itself
    })
    throw error
  } finally {
    client.off('error', onLost)
    client.release(broken)
  }
}
