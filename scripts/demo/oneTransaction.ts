import pg from 'pg'
import { SESSION_SETTINGS } from '../../src/server/database'

/**
 * Does work of the services in one transaction: killed at any moment, all of it is there or nothing. The services go on
 * asking for the process’s pool and find this one connection; their own transactions become savepoints in it. For work that
 * does one thing after the other.
 *
 * @param url login that may do it
 */
export async function inOneTransaction<T>(url: string, work: () => Promise<T>): Promise<T> {
  const client = new pg.Client({
    connectionString: url,
    options: SESSION_SETTINGS.map((setting) => `-c ${setting}`).join(' '),
  })
  // A connection lost between two questions: the next one tells.
  client.on('error', () => {})
  const held = globalThis as typeof globalThis & { barysPool?: pg.Pool }
  const before = held.barysPool
  await client.connect()
  // Services use of a pool what stands here, and nothing else.
  held.barysPool = poolOfOne(client) as unknown as pg.Pool
  try {
    await client.query('BEGIN')
    const result = await work()
    await client.query('COMMIT')
    return result
  } finally {
    if (before) held.barysPool = before
    else delete held.barysPool
    await client.end()
  }
}

const INSIDE: Record<string, string> = {
  BEGIN: 'SAVEPOINT inside',
  COMMIT: 'RELEASE SAVEPOINT inside',
  ROLLBACK: 'ROLLBACK TO SAVEPOINT inside',
}

function poolOfOne(client: pg.Client) {
  const query = (text: string, values?: unknown[]) => client.query(INSIDE[text] ?? text, values)
  const nothing = () => {}
  const lent = { query, on: nothing, off: nothing, release: nothing }
  return { query, connect: async () => lent, end: async () => {} }
}
