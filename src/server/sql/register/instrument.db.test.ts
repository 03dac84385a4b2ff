import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { DEMO_INSTRUMENTS } from '../../../../scripts/demo/instruments'
import { ANNA, as, peopleAndReferences } from '../../../../tests/support/benchPlant'
import { freshDatabase } from '../../../../tests/support/freshDatabase'
import { pool, transaction } from '../../database'
import { registerInstrument } from '../../services/register/instruments'
import { selectPeople } from '../people/person'
import { selectInstrument, selectInstruments } from './instrument'

beforeAll(async () => {
  await freshDatabase()
  await peopleAndReferences()
})
afterAll(() => pool().end())

describe('what goes into the database comes out the same', () => {
  test('forty configurations, of every kind, signal and limit', async () => {
    for (const { tag, configuration } of DEMO_INSTRUMENTS) await registerInstrument({ tag, configuration }, as(ANNA))
    const stored = await selectInstruments(pool())
    expect(stored.map(({ tag }) => tag)).toEqual(DEMO_INSTRUMENTS.map(({ tag }) => tag).toSorted())
    for (const { tag, configuration } of DEMO_INSTRUMENTS)
      expect(stored.find((each) => each.tag === tag)?.configuration).toEqual(configuration)
  })
  test('people, by name', async () => {
    expect((await selectPeople(pool())).map(({ name }) => name)).toEqual(['Anna Test', 'Ben Test', 'Rita Test'])
  })
})

test('looked up by tag or id; a tag with SQL in it is only a tag', async () => {
  const byTag = await selectInstrument(pool(), { tag: 'PDT-301' })
  expect(await selectInstrument(pool(), { id: byTag?.id ?? '' })).toEqual(byTag)
  expect(await selectInstrument(pool(), { tag: `x'; DROP TABLE run; --` })).toBeNull()
  expect((await pool().query('SELECT count(*) FROM run')).rows).toEqual([{ count: '0' }])
})

test('a transaction keeps all or nothing', async () => {
  const broken = transaction(async (db) => {
    await db.query(`INSERT INTO event (at, kind) VALUES (now(), 'half done')`)
    throw new Error('the work failed')
  })
  await expect(broken).rejects.toThrow('the work failed')
  expect((await pool().query(`SELECT FROM event WHERE kind = 'half done'`)).rowCount).toBe(0)
})

test('a connection that dies inside a transaction is not handed out again', async () => {
  const broken = transaction(async (db) => {
    await db.query(`INSERT INTO event (at, kind) VALUES (now(), 'cut off')`)
    await db.query('SELECT pg_terminate_backend(pg_backend_pid())')
  })
  await expect(broken).rejects.toThrow()
  for (let tries = 0; tries < 10; tries++) expect((await pool().query('SELECT 1 AS one')).rows).toEqual([{ one: 1 }])
  expect((await pool().query(`SELECT FROM event WHERE kind = 'cut off'`)).rowCount).toBe(0)
})
