import { createHash } from 'node:crypto'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { SealedRecord } from '@/schema/record'
import {
  ANNA,
  answerList,
  as,
  BEN,
  peopleAndReferences,
  readRound,
  runOnNewInstrument,
  sealedRunOn,
} from '../../../../tests/support/benchPlant'
import { type FreshDatabase, freshDatabase } from '../../../../tests/support/freshDatabase'
import { pool } from '../../database'
import { verifyChain } from '../proof/verifyChain'
import { sealText } from '../records/sealedRecord'
import { decide } from './decide'
import { sealRun } from './sealRun'

let database: FreshDatabase
let owner: pg.Client
let sealed: string

beforeAll(async () => {
  database = await freshDatabase()
  await peopleAndReferences()
  owner = new pg.Client(database.ownerUrl)
  await owner.connect()
  sealed = (await sealedRunOn('S-1')).id
  await Promise.all(['S-2', 'S-3', 'S-4'].map(sealedRunOn))
})
afterAll(async () => {
  await owner.end()
  await pool().end()
})

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
    expect(faults).toContainEqual({ of: 'record', sequence: 1, fault: 'the rows it was made from say something else' })
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

  const ofOne = (set: string) => `UPDATE seal SET ${set} WHERE sequence = 1`
  test.each([
    [ofOne(`as_found = 'outside'`), 'lists show another verdict of it'],
    [ofOne(`as_left = 'outside'`), 'lists show another verdict of it'],
    [ofOne('as_found_error_percent = as_found_error_percent + 0.001'), 'lists show another error of it'],
    [ofOne('as_left_error_percent = as_left_error_percent - 0.001'), 'lists show another error of it'],
    [ofOne('share_of_limit = share_of_limit + 0.001'), 'lists show another error of it'],
    [ofOne(`error_basis = 'reading'`), 'lists show another error of it'],
    [ofOne('amends = 2'), 'lists say it amends another record'],
    [ofOne(`sealed_at = sealed_at - interval '1 day'`), 'its time of sealing is not that of its signature'],
    [
      `UPDATE run SET status = 'open' WHERE id = (SELECT run_id FROM seal WHERE sequence = 1)`,
      'its run is open, not sealed',
    ],
    [
      `UPDATE run SET instrument_id = (SELECT instrument_id FROM run JOIN seal ON run.id = run_id WHERE sequence = 2)
        WHERE id = (SELECT run_id FROM seal WHERE sequence = 1)`,
      'its run belongs to another instrument',
    ],
    [
      `UPDATE signature SET person_id = '${BEN.id}' WHERE run_id = (SELECT run_id FROM seal WHERE sequence = 1)`,
      'its signature points to another person',
    ],
    ["DELETE FROM event WHERE kind = 'run sealed'", 'the event of its sealing is gone, or tells another hash'],
    [
      `INSERT INTO review (id, sequence, record_hash, outcome, person_id, person_name, signed_at)
       VALUES (gen_random_uuid(), 1, repeat('a', 64), 'reviewed', '${BEN.id}', '${BEN.name}', now())`,
      'a review of it names another hash',
    ],
    [
      `INSERT INTO review (id, sequence, record_hash, outcome, person_id, person_name, signed_at)
       SELECT gen_random_uuid(), 1, hash, 'reviewed', '${BEN.id}', 'Somebody Else', now() FROM seal WHERE sequence = 1`,
      'a review of it names another person than it points to',
    ],
  ])('%s', async (sql, fault) => {
    expect(await tampered(sql)).toContainEqual({ of: 'record', sequence: 1, fault })
  })

  /** The text of the last record with something else in it, and the hash that belongs to it. */
  async function rewrittenLast(change: (record: SealedRecord) => void): Promise<readonly { fault: string }[]> {
    const { rows } = await owner.query('SELECT record FROM seal WHERE sequence = 4')
    const record: SealedRecord = JSON.parse(rows[0].record)
    change(record)
    const { text, hash } = sealText(record)
    return tampered(`
      UPDATE event SET detail = jsonb_set(detail, '{hash}', to_jsonb('${hash}'::text))
       WHERE subject_id = (SELECT run_id FROM seal WHERE sequence = 4) AND kind = 'run sealed';
      UPDATE seal SET record = $x$${text}$x$, hash = '${hash}' WHERE sequence = 4`)
  }
  test('the verdict of a point in the last record, with its hash made anew', async () => {
    const faults = await rewrittenLast(({ results }) => {
      const [point] = results[0]?.points ?? []
      if (point) point.verdict = 'outside'
    })
    expect(faults.map(({ fault }) => fault)).toContain('round 1, point 1: its readings give another error or verdict')
  })
  test('an error a thousandth of a percent smaller in the last record', async () => {
    const faults = await rewrittenLast(({ results }) => {
      const [point] = results[0]?.points ?? []
      if (point) point.errorPercentSpan -= 0.001
    })
    expect(faults.map(({ fault }) => fault)).toContain('round 1, point 1: its readings give another error or verdict')
  })
  test('the statement of conformity in the last record', async () => {
    const faults = await rewrittenLast(({ conformity }) => {
      conformity.asLeft = 'outside'
    })
    expect(faults.map(({ fault }) => fault)).toEqual(['its statement of conformity is not that of its readings'])
  })
  test('the verdict of a round in the last record', async () => {
    const faults = await rewrittenLast(({ results }) => {
      for (const round of results) round.verdict = 'outside'
    })
    expect(faults.map(({ fault }) => fault)).toContain('round 1: its readings give another verdict')
  })

  test.each([
    ['the last one', 4, 1],
    ['the last two', 3, 2],
  ])('the end of the chain cut off: %s', async (_, from, lost) => {
    const faults = await tampered(`DELETE FROM seal WHERE sequence >= ${from}`)
    expect(faults).toEqual([{ of: 'record', sequence: from, fault: `runs that were sealed have no record: ${lost}` }])
  })
  test('cut off with its run, the events still tell of it', async () => {
    const faults = await tampered(`
      DELETE FROM run WHERE id = (SELECT run_id FROM seal WHERE sequence = 4); DELETE FROM seal WHERE sequence = 4`)
    expect(faults).toEqual([{ of: 'record', sequence: 4, fault: 'runs that were sealed have no record: 1' }])
  })
})

test('a technician who took no reading does not sign as performed; one who took some does', async () => {
  const run = await readRound(await runOnNewInstrument('S-6'))
  await answerList(await decide(run.id, { round: 0, decision: 'leave', reason: null }, as(ANNA, 10)), 'restore')
  const sign = (who: typeof BEN) => sealRun(run.id, { confirmed: true, remark: null }, as(who, 11))
  await expect(sign(BEN)).rejects.toThrow('Ben Test took no reading of this run')
  await owner.query('BEGIN; SET LOCAL session_replication_role = replica')
  await owner.query(
    `UPDATE reading SET taken_by = '${BEN.id}' WHERE id = (SELECT id FROM reading WHERE run_id = '${run.id}' LIMIT 1)`,
  )
  await owner.query('COMMIT')
  // One reading is enough: both may now.
  await expect(sign(BEN)).resolves.toMatchObject({ sequence: expect.any(Number) })
})
