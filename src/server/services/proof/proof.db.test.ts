import { copyFileSync, mkdtempSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import {
  ANNA,
  as,
  BEN,
  peopleAndReferences,
  runOnNewInstrument,
  sealedRunOn,
} from '../../../../tests/support/benchPlant'
import { type FreshDatabase, freshDatabase } from '../../../../tests/support/freshDatabase'
import { pool } from '../../database'
import { GENESIS_HASH } from '../../hash'
import { checkpointsOf } from '../../proof/checkpointFile'
import { COVERED } from '../../sql/proof/ledger'
import { abandonRun } from '../run/abandonRun'
import { addCheckpoint, publicProofKey } from './checkpoints'
import { verifyAll } from './verifyAll'

let database: FreshDatabase
let owner: pg.Client
const folder = mkdtempSync(join(tmpdir(), 'barys-proof-'))
const file = checkpointsOf(folder)

beforeAll(async () => {
  process.env.BARYS_PROOF = folder
  database = await freshDatabase()
  await peopleAndReferences()
  owner = new pg.Client({ connectionString: database.ownerUrl, options: '-c TimeZone=UTC' })
  await owner.connect()
  for (const tag of ['S-1', 'S-2', 'S-3', 'S-4']) {
    await sealedRunOn(tag)
    await addCheckpoint(new Date())
  }
  const abandoned = await runOnNewInstrument('S-5')
  await abandonRun(abandoned.id, { reason: 'wrong instrument' }, as(ANNA, 20))
  await pool().query(
    `INSERT INTO review (id, sequence, record_hash, outcome, person_id, person_name, signed_at)
     SELECT gen_random_uuid(), sequence, hash, 'reviewed', $1, $2, now() FROM seal WHERE sequence <= 2`,
    [BEN.id, BEN.name],
  )
  await pool().query(
    `INSERT INTO review (id, sequence, record_hash, outcome, person_id, person_name, signed_at, remark)
     SELECT gen_random_uuid(), sequence, hash, 'returned', $1, $2, now(), 'which gauge?' FROM seal WHERE sequence = 3`,
    [BEN.id, BEN.name],
  )
  await addCheckpoint(new Date())
})
afterAll(async () => {
  await owner.end()
  await pool().end()
  rmSync(folder, { recursive: true, force: true })
})

const own = () => ({ file, publicKey: publicProofKey()?.publicKey ?? null })

/** What somebody with the keys to the server could do: switch the triggers off and change rows. Rolled back after. */
async function tampered(sql: string, withCheckpoints = false): Promise<string[]> {
  await owner.query('BEGIN')
  await owner.query('SET LOCAL session_replication_role = replica')
  try {
    await owner.query(sql)
    const { faults } = await verifyAll(owner, withCheckpoints ? { checkpoints: own() } : {})
    return faults.map(({ of, fault }) => `${of}: ${fault}`)
  } finally {
    await owner.query('ROLLBACK')
  }
}

test('nothing was touched: everything agrees, by itself and with the checkpoints', async () => {
  const report = await verifyAll(pool(), { checkpoints: own() })
  expect(report.faults).toEqual([])
  expect(report).toMatchObject({ records: 4, checkpoints: 5 })
  expect(report.acts).toBeGreaterThan(20)
})

test('the tables the ledger covers are those verifying looks at, with the same keys and hidden columns', async () => {
  const { rows } = await owner.query(
    `SELECT tgrelid::regclass::text AS relation, encode(tgargs, 'escape') AS arguments FROM pg_trigger
      WHERE tgname LIKE '%_in_ledger' ORDER BY 1`,
  )
  const said = COVERED.map(({ relation, key, hidden }) => ({
    relation,
    arguments: `${key.join(',')}\\000${hidden.join(',')}\\000`,
  })).toSorted((a, b) => (a.relation < b.relation ? -1 : 1))
  expect(rows).toEqual(said)
})

describe('the application itself cannot write the chain of acts', () => {
  test.each([
    `INSERT INTO ledger SELECT sequence + 1000, at, relation, key, act, login, deed, content, previous_hash, hash FROM ledger`,
    `UPDATE ledger SET content = '{}'`,
    'DELETE FROM ledger',
    'TRUNCATE ledger',
    `SELECT append_to_ledger('event', '1', 'added', '{}')`,
  ])('%s', async (sql) => {
    await expect(pool().query(sql)).rejects.toThrow(/permission denied/)
  })
  test.each([`UPDATE ledger SET content = '{}'`, 'DELETE FROM ledger', 'TRUNCATE ledger'])(
    'nor may the owner without switching triggers off: %s',
    async (sql) => {
      await expect(owner.query(sql)).rejects.toThrow(/refused/)
    },
  )
})

describe('what was changed behind the triggers is found by the chain of acts', () => {
  const ofOne = '(SELECT id FROM event ORDER BY id LIMIT 1)'
  test.each([
    ['an event deleted', `DELETE FROM event WHERE id = ${ofOne}`, /^act: event \d+ was entered and is gone$/],
    ['all events deleted', 'DELETE FROM event', /^act: event \d+ was entered and is gone$/],
    [
      'an event dated back',
      `UPDATE event SET at = at - interval '1 h' WHERE id = ${ofOne}`,
      /event \d+ says something/,
    ],
    ['an event given to another', `UPDATE event SET person_id = '${BEN.id}' WHERE id = ${ofOne}`, /event \d+ says/],
    ['an event told otherwise', `UPDATE event SET detail = '{"a":1}' WHERE id = ${ofOne}`, /event \d+ says something/],
    [
      'an event slipped in',
      `INSERT INTO event (at, kind, subject_id) VALUES (now(), 'run sealed', NULL)`,
      /event \d+ is there and was never entered/,
    ],
    ['a review deleted', 'DELETE FROM review WHERE sequence = 1', /review \S+ was entered and is gone/],
    ['a return deleted', `DELETE FROM review WHERE outcome = 'returned'`, /review \S+ was entered and is gone/],
    [
      'a return made a review',
      `UPDATE review SET outcome = 'reviewed' WHERE sequence = 3`,
      /review \S+ says something/,
    ],
    ['the remark of a return', `UPDATE review SET remark = 'fine' WHERE sequence = 3`, /review \S+ says something/],
    ['a review dated back', `UPDATE review SET signed_at = signed_at - interval '1 d'`, /review \S+ says something/],
    [
      'a review forged in every column',
      `INSERT INTO review (id, sequence, record_hash, outcome, person_id, person_name, signed_at)
       SELECT gen_random_uuid(), 4, hash, 'reviewed', '${BEN.id}', '${BEN.name}', now() FROM seal WHERE sequence = 4`,
      /review \S+ is there and was never entered/,
    ],
    [
      'an abandoned run reopened',
      `UPDATE run SET status = 'open' WHERE status = 'abandoned'`,
      /run \S+ says something/,
    ],
    ['why it was abandoned', `UPDATE run SET close_reason = 'x' WHERE status = 'abandoned'`, /run \S+ says something/],
    ['an abandoned run deleted', `DELETE FROM run WHERE status = 'abandoned'`, /run \S+ was entered and is gone/],
    ['what an open run is judged by', `UPDATE run SET world = world || '{"x":1}'`, /run \S+ says something/],
    ['a tag', `UPDATE instrument SET tag = 'Z-9' WHERE tag = 'S-2'`, /instrument \S+ says something/],
    [
      'an error limit in the configuration',
      `UPDATE instrument_configuration SET error_limit = error_limit || '{"percentSpan":9}'`,
      /instrument_configuration \S+ says something/,
    ],
    ['an interval', 'UPDATE instrument_configuration SET interval_months = 60', /instrument_configuration \S+ says/],
    [
      'a configuration deleted',
      'DELETE FROM instrument_configuration',
      /instrument_configuration \S+ was entered and is gone/,
    ],
    ['a person’s role', `UPDATE person SET role = 'reviewer' WHERE id = '${ANNA.id}'`, /person \S+ says something/],
    ['a person renamed', `UPDATE person SET name = 'Ann' WHERE id = '${ANNA.id}'`, /person \S+ says something/],
    ['an administrator made', `UPDATE person SET is_administrator = true`, /person \S+ says something/],
    ['a decision', `UPDATE run_decision SET decided_by = '${BEN.id}'`, /run_decision \S+ says something/],
    [
      'the limits lists recompute with',
      `UPDATE sealed_round SET limits = '{9,9,9,9,9,9,9,9,9}'`,
      /sealed_round \S+ says/,
    ],
    [
      'a reference’s certificate',
      `UPDATE reference_certificate SET due_on = due_on + 365`,
      /reference_certificate \S+ says something/,
    ],
    [
      'an act rewritten',
      `UPDATE ledger SET content = '{}' WHERE sequence = 3`,
      /^act: its text does not give its hash$/,
    ],
    [
      'an act said to be another’s',
      `UPDATE ledger SET login = 'x' WHERE sequence = 3`,
      /its text does not give its hash/,
    ],
    ['an act taken out', 'DELETE FROM ledger WHERE sequence = 3', /^act: acts 3 to 3 are missing$/],
    [
      'the end of the acts cut off with what they tell of',
      `DELETE FROM event WHERE id = (SELECT max(id) FROM event); DELETE FROM ledger WHERE sequence >=
         (SELECT sequence FROM ledger WHERE relation = 'event' ORDER BY sequence DESC LIMIT 1)`,
      /is there and was never entered/,
    ],
  ])('%s', async (_, sql, fault) => {
    expect(await tampered(sql)).toContainEqual(expect.stringMatching(fault))
  })

  test('a change that left the triggers on is entered, and stands out for want of an event', async () => {
    await owner.query('BEGIN')
    await owner.query(`UPDATE person SET role = 'reviewer' WHERE id = '${ANNA.id}'`)
    await owner.query('SET CONSTRAINTS ALL IMMEDIATE')
    const { faults } = await verifyAll(owner, {})
    await owner.query('ROLLBACK')
    expect(faults.map(({ fault }) => fault)).toEqual([`person ${ANNA.id} was changed, and no event tells of it`])
  })
})

/** Records and acts cut off at the end together with all that would tell of them: by itself the rest is whole. */
const CUT_WITH_ALL_TRACES = `
  CREATE TEMP TABLE lost ON COMMIT DROP AS SELECT run_id AS id FROM seal WHERE sequence = 4;
  DELETE FROM seal WHERE sequence = 4; DELETE FROM sealed_round WHERE sequence = 4;
  DELETE FROM signature WHERE run_id IN (TABLE lost); DELETE FROM run_decision WHERE run_id IN (TABLE lost);
  DELETE FROM event WHERE subject_id IN (TABLE lost); DELETE FROM run WHERE id IN (TABLE lost);
  DELETE FROM ledger;
  DO $$ DECLARE t record; BEGIN
    FOR t IN SELECT tgrelid::regclass::text AS name, string_to_array(encode(tgargs, 'escape'), '\\000') AS a
               FROM pg_trigger WHERE tgname LIKE '%_in_ledger' LOOP
      EXECUTE format('SELECT append_to_ledger(%L, ledger_key(w, string_to_array(%L, '','')), ''taken over'', '
        'ledger_content(w, string_to_array(%L, '',''))) FROM (SELECT to_jsonb(x) AS w FROM %I AS x) AS r', t.name, t.a[1], t.a[2], t.name);
    END LOOP; END $$`

describe('an anchor outside the database', () => {
  test('the chain cut and rewritten as a whole agrees with itself, and not with the checkpoints', async () => {
    expect(await tampered(CUT_WITH_ALL_TRACES)).toEqual([])
    const faults = await tampered(CUT_WITH_ALL_TRACES, true)
    expect(faults).toContainEqual(expect.stringMatching(/^checkpoint: record 4 was there at \S+ and is gone$/))
    expect(faults).toContainEqual(expect.stringMatching(/^checkpoint: act \d+ is not the one that was there at/))
  })
  test('a hash that a certificate gives has to be in the chain', async () => {
    const { rows } = await owner.query('SELECT hash FROM seal WHERE sequence = 4')
    expect((await verifyAll(owner, { expected: rows[0].hash })).faults).toEqual([])
    const { faults } = await verifyAll(owner, { expected: 'a'.repeat(64) })
    expect(faults).toEqual([
      { of: 'expected', sequence: 0, fault: `${'a'.repeat(64)} is in neither chain: it was rewritten or cut off` },
    ])
  })

  const changed = (change: (lines: string[]) => string[]) => {
    const copy = join(folder, 'changed.jsonl')
    copyFileSync(file, copy)
    const lines = readFileSync(copy, 'utf8').trimEnd().split('\n')
    writeFileSync(copy, `${change(lines).join('\n')}\n`)
    return verifyAll(owner, { checkpoints: { file: copy, publicKey: own().publicKey } })
  }
  test.each<[string, (lines: string[]) => string[], string]>([
    ['a line taken out', (lines) => lines.toSpliced(1, 1), 'does not follow the line before it'],
    [
      'a line changed',
      (lines) => lines.with(0, (lines[0] ?? '').replace(/"at":"2/, '"at":"3')),
      'its signature does not belong to it',
    ],
    ['a line that is none', (lines) => [...lines, '{}'], 'is no checkpoint'],
  ])('the file itself: %s', async (_, change, fault) => {
    expect((await changed(change)).faults.map((found) => found.fault)).toContain(fault)
  })
  test('the first line taken out: the next follows nothing', async () => {
    expect((await changed((lines) => lines.slice(1))).faults).toHaveLength(1)
  })
  test('signed with another key', async () => {
    const { faults } = await verifyAll(owner, {
      checkpoints: { file, publicKey: Buffer.alloc(32, 7).toString('base64') },
    })
    expect(new Set(faults.map(({ fault }) => fault))).toEqual(new Set(['is signed with another key']))
  })
  test('a file that is not there is said', async () => {
    const { faults } = await verifyAll(owner, { checkpoints: { file: '/nowhere', publicKey: null } })
    expect(faults).toEqual([{ of: 'checkpoint', sequence: 0, fault: '/nowhere is not there' }])
  })
  test('a line cut short by a power cut is taken off before the next is written', async () => {
    writeFileSync(file, '{"acts":', { flag: 'a' })
    await addCheckpoint(new Date())
    const report = await verifyAll(owner, { checkpoints: own() })
    expect(report.faults).toEqual([])
    expect(report.checkpoints).toBe(6)
  })
  test('made at once, they follow each other', async () => {
    await Promise.all(Array.from({ length: 4 }, () => addCheckpoint(new Date())))
    expect((await verifyAll(owner, { checkpoints: own() })).faults).toEqual([])
  })
  test('the key and the checkpoints are its user’s alone', () => {
    for (const name of ['proof-key.pem', 'checkpoints.jsonl']) expect(statSync(join(folder, name)).mode & 0o077).toBe(0)
  })
  test('a folder that cannot be written stops no seal', async () => {
    renameSync(folder, `${folder}-away`)
    writeFileSync(folder, 'no folder')
    try {
      await expect(addCheckpoint(new Date())).resolves.toBeUndefined()
      expect(publicProofKey()).toBeNull()
    } finally {
      rmSync(folder)
      renameSync(`${folder}-away`, folder)
    }
  })
})

test('acts of several at once have one order', async () => {
  await Promise.all(
    Array.from({ length: 12 }, (_, index) =>
      pool().query(`INSERT INTO event (at, kind, detail) VALUES (now(), 'tried', $1)`, [{ index }]),
    ),
  )
  expect((await verifyAll(owner, {})).faults).toEqual([])
  const { rows } = await owner.query('SELECT previous_hash FROM ledger WHERE sequence = 1')
  expect(rows).toEqual([{ previous_hash: GENESIS_HASH }])
})
