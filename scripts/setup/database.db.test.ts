import { expect, test } from 'vitest'
import { freshDatabase } from '../../tests/support/freshDatabase'
import { withClient } from './database'

test('a connection lost between two questions is told by the next one, and ends nothing by itself', async () => {
  const { ownerUrl } = await freshDatabase()
  const lost = withClient(ownerUrl, async (db) => {
    const { rows } = await db.query('SELECT pg_backend_pid() AS pid')
    const isGone = new Promise<void>((gone) => db.once('end', () => gone()))
    await withClient(ownerUrl, (other) => other.query('SELECT pg_terminate_backend($1)', [rows[0].pid]))
    await isGone
    return db.query('SELECT 1')
  })
  await expect(lost).rejects.toThrow(/not queryable|terminat|closed/)
})
