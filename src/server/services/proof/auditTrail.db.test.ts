import pg from 'pg'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { AUDIT_KINDS, AuditFilter, type AuditKind } from '@/schema/audit'
import {
  ANNA,
  answerList,
  as,
  BEN,
  peopleAndReferences,
  readRound,
  runOnNewInstrument,
} from '../../../../tests/support/benchPlant'
import { type FreshDatabase, freshDatabase } from '../../../../tests/support/freshDatabase'
import { pool } from '../../database'
import { signIn } from '../people/signIn'
import { abandonRun } from '../run/abandonRun'
import { decide } from '../run/decide'
import { recordReading } from '../run/recordReading'
import { sealRun } from '../run/sealRun'
import { auditFile, auditPage } from './auditTrail'

let database: FreshDatabase
let owner: pg.Client

beforeAll(async () => {
  database = await freshDatabase()
  await peopleAndReferences()
  owner = new pg.Client(database.ownerUrl)
  await owner.connect()
  const run = await readRound(await runOnNewInstrument('A-1'))
  const last = run.rounds[0]?.steps.at(-1)
  const reading = last?.readings[0]
  if (!last || !reading) throw new Error('a round without readings')
  await recordReading(
    run.id,
    {
      ...{ id: crypto.randomUUID(), stepId: last.id, heldSeconds: null },
      ...{
        applied: reading.applied,
        output: `${reading.output}1`,
        supersedes: reading.id,
        reason: 'typed a wrong digit',
      },
    },
    as(ANNA, 8),
  )
  await answerList(await decide(run.id, { round: 0, decision: 'leave', reason: null }, as(ANNA, 10)), 'restore')
  await sealRun(run.id, { confirmed: true, remark: null }, as(ANNA, 11))
  const other = await runOnNewInstrument('A-2')
  await abandonRun(other.id, { reason: 'wrong instrument' }, as(BEN, 12))
})
afterAll(async () => {
  await owner.end()
  await pool().end()
})

const lines = async (filter: AuditFilter = {}) => (await auditPage(filter)).lines
const kinds = async (filter: AuditFilter = {}) => (await lines(filter)).map(({ kind }) => kind)

test('what was done, the newest first, with who and about what', async () => {
  const all = await lines()
  expect(all.map(({ at }) => at)).toEqual(
    all
      .map(({ at }) => at)
      .toSorted()
      .reverse(),
  )
  expect(all.find(({ kind }) => kind === 'run sealed')).toMatchObject({ who: ANNA.name, tag: 'A-1', sequence: 1 })
  expect(all.find(({ kind }) => kind === 'run abandoned')).toMatchObject({
    ...{ who: BEN.name, tag: 'A-2', sequence: null, why: 'wrong instrument' },
  })
})

test('a correction says why, and of which instrument', async () => {
  const [line] = await lines({ kind: 'reading corrected' })
  expect(line).toMatchObject({ who: ANNA.name, tag: 'A-1', why: 'typed a wrong digit' })
})

describe('the filter', () => {
  test('by instrument', async () => {
    expect(new Set((await lines({ tag: 'A-2' })).map(({ tag }) => tag))).toEqual(new Set(['A-2']))
  })
  test('by person', async () => {
    expect(new Set((await lines({ person: BEN.name })).map(({ who }) => who))).toEqual(new Set([BEN.name]))
  })
  test('by day, the last one included', async () => {
    const day = (await lines({ kind: 'run sealed' }))[0]?.at.slice(0, 10) ?? ''
    expect(await kinds({ from: day, to: day })).toContain('run sealed')
    expect(await kinds({ from: '2020-01-01', to: '2020-12-31' })).toEqual([])
  })
  test('by exception: what was corrected and abandoned, not what went as planned', async () => {
    const found = await kinds({ exceptions: '1' })
    expect(found).toEqual(expect.arrayContaining(['reading corrected', 'run abandoned']))
    expect(found).not.toContain('run sealed')
  })
  test('page after page nothing is missed and nothing comes twice', async () => {
    const all = await lines()
    const walked: string[] = []
    for (let after: string | undefined; ; ) {
      const [line] = await lines({ ...(after && { after }) })
      if (!line) break
      walked.push(line.key)
      after = line.key
      expect(AuditFilter.safeParse({ after }).success, after).toBe(true)
    }
    expect(walked).toEqual(all.map(({ key }) => key))
  })
  test.each(AUDIT_KINDS)('by %s alone it can be asked', async (kind) => {
    for (const found of await kinds({ kind })) expect(found).toBe(kind)
  })
  test('what asks for something else is no filter', () => {
    for (const wrong of [{ kind: 'x' }, { from: 'yesterday' }, { after: "1'; DROP" }, { exceptions: '2' }])
      expect(AuditFilter.safeParse(wrong).success).toBe(false)
  })
})

/** What is told once something was changed behind everybody's back; undone after. */
async function told(kind: AuditKind, sql: string) {
  await owner.query('BEGIN; SET LOCAL session_replication_role = replica')
  await owner.query(sql)
  await owner.query('COMMIT')
  return lines({ kind })
}

describe('what runs and clocks tell', () => {
  test('a reference that was out of date at the work', async () => {
    expect(await kinds({ kind: 'reference out of date' })).toEqual([])
    const found = await told(
      'reference out of date',
      `UPDATE run SET world = jsonb_set(world, '{inputReference,dueOn}', '"2020-01-01"') WHERE status = 'abandoned'`,
    )
    expect(found).toEqual([expect.objectContaining({ tag: 'A-2', why: expect.stringContaining('due 2020-01-01') })])
  })
  test('a reference used though it does not fit, with why and by whom', async () => {
    const found = await told(
      'reference override',
      `UPDATE run SET world = jsonb_set(world, '{overrides}', '[{"code":"T-P","amiss":["too coarse"],"reason":"no other","by":"Anna Test"}]')
        WHERE status = 'abandoned'`,
    )
    expect(found).toEqual([expect.objectContaining({ who: 'Anna Test', why: 'T-P: no other' })])
  })
  test('a reading after the signature', async () => {
    expect(await kinds({ kind: 'out of order' })).toEqual([])
    const found = await told(
      'out of order',
      `UPDATE reading SET taken_at = taken_at + interval '1 day' WHERE id = (SELECT id FROM reading ORDER BY id LIMIT 1)`,
    )
    expect(found).toHaveLength(1)
  })
  test('the clock of the database set back', async () => {
    expect(await kinds({ kind: 'clock went back' })).toEqual([])
    // As two machines’ clocks may differ without being wrong, and beyond that.
    const setBack = (minutes: number) => `
      WITH told AS (SELECT sequence, lag(at) OVER (ORDER BY sequence) AS before FROM ledger WHERE relation = 'event')
      UPDATE ledger AS l SET at = to_char((told.before::timestamptz - interval '${minutes} minutes') AT TIME ZONE 'UTC',
                                          'YYYY-MM-DD"T"HH24:MI:SS.US"Z"')
        FROM told WHERE told.sequence = l.sequence AND l.sequence = (SELECT max(sequence) FROM told)`
    expect(await told('clock went back', setBack(1))).toEqual([])
    expect(await told('clock went back', setBack(3))).toEqual([
      expect.objectContaining({ why: expect.stringMatching(/^by 3 min$/) }),
    ])
  })
  test('a sign-in that failed, and from where', async () => {
    await signIn({ name: 'Nobody Known', password: 'x' }, new Date(), '192.0.2.7').catch(() => null)
    expect(await lines({ kind: 'sign-in failed' })).toEqual([
      expect.objectContaining({ who: 'Nobody Known', why: 'from 192.0.2.7' }),
    ])
  })
})

test('a file never leaves lines out: where it would, it is refused', async () => {
  const { length } = await lines()
  expect((await auditFile({}, new Date(), length)).rows).toHaveLength(length + 1) // with where the chain stands
  await expect(auditFile({}, new Date(), length - 1)).rejects.toThrow(`more than ${length - 1} acts match`)
})

test('as a file it says the same', async () => {
  const now = new Date()
  const { columns, rows } = await auditFile({ kind: 'run sealed' }, now)
  expect(columns.map(({ title }) => title)).toContain('Why')
  const { rows: last } = await pool().query('SELECT sequence, hash FROM ledger ORDER BY sequence DESC LIMIT 1')
  expect(rows).toEqual([
    expect.objectContaining({ at: now.toISOString(), about: `last of ${last[0].sequence} acts: ${last[0].hash}` }),
    expect.objectContaining({ who: ANNA.name, tag: 'A-1', record: '1' }),
  ])
})
