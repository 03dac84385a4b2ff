import { createHash } from 'node:crypto'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import {
  ANNA,
  answerList,
  as,
  peopleAndReferences,
  readRound,
  runOnNewInstrument,
} from '../../../tests/support/benchPlant'
import { type FreshDatabase, freshDatabase } from '../../../tests/support/freshDatabase'
import { pool } from '../database'
import { decide } from './decide'
import { sealRun } from './sealRun'
import { verifyChain } from './verifyChain'

let database: FreshDatabase
let owner: pg.Client
let sealed: string

beforeAll(async () => {
  database = await freshDatabase()
  await peopleAndReferences()
  owner = new pg.Client(database.ownerUrl)
  await owner.connect()
  sealed = await sealedRun('S-1')
  await Promise.all(['S-2', 'S-3', 'S-4'].map(sealedRun))
})
afterAll(async () => {
  await owner.end()
  await pool().end()
})

async function sealedRun(tag: string): Promise<string> {
  const run = await readRound(await runOnNewInstrument(tag))
  await answerList(await decide(run.id, { round: 0, decision: 'leave', reason: null }, as(ANNA, 10)), 'restore')
  await sealRun(run.id, { confirmed: true, remark: null }, as(ANNA, 11))
  return run.id
}

const TABLES = {
  run: 'id',
  run_round: 'run_id',
  run_step: 'run_id',
  reading: 'run_id',
  run_decision: 'run_id',
  signature: 'run_id',
  seal: 'run_id',
}

describe.each(Object.entries(TABLES))('sealed rows of %s', (table, key) => {
  const statements = [`UPDATE ${table} SET ${key} = ${key} WHERE ${key} = $1`, `DELETE FROM ${table} WHERE ${key} = $1`]
  test.each(statements)('the owner is refused by the trigger: %s', async (sql) => {
    await expect(owner.query(sql, [sealed])).rejects.toThrow(/refused/)
  })
  test.each(statements)('the application has not even the right: %s', async (sql) => {
    // Closing a run is the one UPDATE it may do; on a sealed run the trigger refuses that too.
    await expect(pool().query(sql, [sealed])).rejects.toThrow(/permission denied|refused/)
  })
  test('nobody empties the table', async () => {
    await expect(owner.query(`TRUNCATE ${table} CASCADE`)).rejects.toThrow(/refused/)
  })
})

test('nothing is added to a sealed run, and it is not opened again', async () => {
  const insert = `INSERT INTO run_decision (run_id, round, decision, decided_at, decided_by) VALUES ($1, 1, 'leave', now(), $2)`
  await expect(pool().query(insert, [sealed, ANNA.id])).rejects.toThrow(/is sealed: INSERT on run_decision refused/)
  await expect(pool().query(`UPDATE run SET status = 'open' WHERE id = $1`, [sealed])).rejects.toThrow(/refused/)
})

test('sealed at once by several, the chain still has one order, and each record gives its hash', async () => {
  const { rows } = await owner.query('SELECT sequence::int, previous_hash, hash, record FROM seal ORDER BY sequence')
  expect(rows.map((row) => row.sequence)).toEqual([1, 2, 3, 4])
  for (const [index, row] of rows.entries()) {
    expect(row.previous_hash).toBe(index === 0 ? '0'.repeat(64) : rows[index - 1].hash)
    expect(createHash('sha256').update(row.record).digest('hex')).toBe(row.hash)
  }
  expect(await verifyChain(pool())).toMatchObject({ records: 4, faults: [] })
})

test('sealing twice is refused, naming the record', async () => {
  await expect(sealRun(sealed, { confirmed: true, remark: null }, as(ANNA, 12))).rejects.toThrow(
    'sealed as record 1 already',
  )
})

/** What somebody with the keys to the server could do: switch the triggers off and change rows. Rolled back after. */
async function tampered(sql: string): Promise<readonly { sequence: number; fault: string }[]> {
  await owner.query('BEGIN')
  await owner.query('SET LOCAL session_replication_role = replica')
  await owner.query(sql)
  const report = await verifyChain(owner)
  await owner.query('ROLLBACK')
  return report.faults
}

describe('tampering behind the triggers is found by verifying', () => {
  test('a reading changed', async () => {
    const faults = await tampered(`UPDATE reading SET output = output + 0.01 WHERE run_id = '${sealed}'`)
    expect(faults).toEqual([{ of: 'record', sequence: 1, fault: 'the rows it was made from say something else' }])
  })
  test('the record’s text changed', async () => {
    const faults = await tampered(`UPDATE seal SET record = replace(record, 'Anna', 'Anne') WHERE sequence = 2`)
    expect(faults.map(({ fault }) => fault)).toContain('its text does not give its hash')
  })
  test('a record taken out', async () => {
    const faults = await tampered('DELETE FROM seal WHERE sequence = 2')
    expect(faults).toContainEqual({ of: 'record', sequence: 3, fault: 'records 2 to 2 are missing' })
    expect(faults).toContainEqual({ of: 'record', sequence: 3, fault: 'does not name the hash of the one before it' })
  })
  test('a signature replaced', async () => {
    const faults = await tampered(`UPDATE signature SET person_name = 'Somebody Else' WHERE run_id = '${sealed}'`)
    expect(faults).toHaveLength(1)
  })
})
