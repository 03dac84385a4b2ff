import { randomUUID } from 'node:crypto'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import {
  ANNA,
  answerList,
  as,
  BEN,
  METER,
  nextReading,
  OTHER_PUMP,
  PUMP,
  peopleAndReferences,
  RITA,
  readingOf,
  readRound,
  runOnNewInstrument,
} from '../../../../tests/support/benchPlant'
import { type FreshDatabase, freshDatabase } from '../../../../tests/support/freshDatabase'
import { FindingRecord, ImpactAsk } from '../../../schema/impact'
import { pool } from '../../database'
import { selectFindingsOn } from '../../sql/references/finding'
import { selectReference } from '../../sql/references/reference'
import { verifyChain } from '../proof/verifyChain'
import { daySheet } from '../register/daySheet'
import { decide } from '../run/decide'
import { exchangeReference } from '../run/exchangeReference'
import { recordReading } from '../run/recordReading'
import { sealRun } from '../run/sealRun'
import { attachFinding, undoFinding, wantFollowUps } from './findings'
import { impactOf } from './impact'

let database: FreshDatabase
let owner: pg.Client
let pumpId = ''
let meterId = ''
const LATER = new Date('2026-11-27T09:00:00Z')

const ask = (change: object = {}) =>
  ImpactAsk.parse({
    ...{ rangeId: PUMP.id, from: '2026-11-01', to: '2026-11-25', movement: 'all-along' },
    found: { kind: 'constant', value: 0.2 },
    ...change,
  })
const impact = (change: object = {}) => impactOf(pumpId, ask(change), { now: LATER })

/** Errors of a bench instrument at its three points, in mA; one per cent of span is 0.16 mA. */
async function sealedRun(tag: string, errors: readonly number[], change: object = {}): Promise<string> {
  const run = await readRound(await runOnNewInstrument(tag, change), errors)
  return finished(run.id)
}

async function finished(id: string, remark: string | null = null): Promise<string> {
  const decided = await decide(id, { round: 0, decision: 'leave', reason: 'as it is' }, as(ANNA, 10))
  await answerList(decided, 'restore')
  await sealRun(id, { confirmed: true, remark }, as(ANNA, 11))
  return id
}

beforeAll(async () => {
  database = await freshDatabase()
  process.env.BARYS_TIME_ZONE = 'UTC'
  await peopleAndReferences()
  owner = new pg.Client(database.ownerUrl)
  await owner.connect()
  pumpId = (await selectReference(pool(), { rangeId: PUMP.id }))?.id ?? ''
  meterId = (await selectReference(pool(), { rangeId: METER.id }))?.id ?? ''
  await sealedRun('I-1', [0, 0.064, 0.02]) // +0.4 %: fails with 0.2 more
  await sealedRun('I-2', [0, 0.048, 0]) // +0.3 %: on its limit with 0.2 more, so in doubt
  await sealedRun('I-3', [-0.02, 0.01, 0])
  await sealedRun('I-4', [-0.064, 0, 0]) // −0.4 %
  await sealedRun('I-5', [0, 0.064, 0], { inputReferenceId: OTHER_PUMP.id }) // not read with the pump
  // A reading typed wrongly and corrected: the corrected one counts.
  const corrected = await readRound(await runOnNewInstrument('I-6'), [0, 0.09, 0])
  const step = corrected.rounds[0]?.steps[1]
  const wrong = step?.readings[0]
  if (!step || !wrong) throw new Error('no reading to correct')
  const again = { ...readingOf(step, { output: '12.062' }), supersedes: wrong.id, reason: 'slip' }
  await recordReading(corrected.id, again, as(ANNA, 6))
  await finished(corrected.id)
  // The pump exchanged after the first point: only that one was read with it.
  const exchanged = await runOnNewInstrument('I-7')
  await recordReading(exchanged.id, { ...nextReading(exchanged), output: '4.064' }, as(ANNA, 2))
  const inPlace = {
    id: randomUUID(),
    replaces: PUMP.id,
    standardId: OTHER_PUMP.id,
    reason: 'flat battery',
    unfitReason: null,
  }
  const other = await exchangeReference(exchanged.id, inPlace, as(ANNA, 3))
  await finished((await readRound(other, [0.064])).id)
}, 120_000)
afterAll(async () => {
  await owner.end()
  await pool().end()
})

/**
 * The same by SQL alone, from the raw readings: 0 … 100 kPa on 4–20 mA, so that a kPa of the pump is a per cent of span.
 * Independent of every line that is tested.
 */
async function worstBySql(kPaTooMuch: number): Promise<Map<string, number>> {
  const { rows } = await owner.query(
    `SELECT tag, max(abs((held.output::float8 - 4) / 0.16 - (held.applied::float8 - CASE WHEN with_pump THEN $1::float8 ELSE 0 END))) AS worst
       FROM (SELECT reading.*, run.instrument_id,
                    NOT EXISTS (SELECT FROM reference_exchange WHERE run_id = run.id AND exchanged_at <= reading.taken_at)
                    AND run.world #>> '{inputReference,id}' = $2 AS with_pump
               FROM reading JOIN run ON run.id = run_id
              WHERE NOT EXISTS (SELECT FROM reading later WHERE later.supersedes = reading.id)) AS held
       JOIN instrument ON instrument.id = held.instrument_id GROUP BY tag`,
    [kPaTooMuch, PUMP.id],
  )
  return new Map(rows.map(({ tag, worst }) => [tag, Number(worst)]))
}

describe('every run that used a reference in doubt, judged again', () => {
  test.each([0.2, 0.1, -0.2, 0.9])(
    '%d kPa too much shown: what fails is what SQL finds beyond ±0.5 %',
    async (value) => {
      const { rows, dots, counts, runs } = await impact({ found: { kind: 'constant', value } })
      const worst = await worstBySql(value)
      const tags = ['I-1', 'I-2', 'I-3', 'I-4', 'I-6', 'I-7']
      expect(runs).toBe(6)
      expect(dots.map(({ tag }) => tag).toSorted()).toEqual(tags)
      const isBeyond = (tag: string) => (worst.get(tag) ?? Number.NaN) > 0.5 + 1e-9
      const failing = rows.filter(({ change }) => change === 'to-fail').map(({ tag }) => tag)
      expect(failing.toSorted()).toEqual(tags.filter(isBeyond))
      expect(counts['to-fail']).toBe(failing.length)
      for (const { tag, shareAfter } of dots)
        expect(Math.abs(shareAfter) * 0.5).toBeCloseTo(worst.get(tag) ?? Number.NaN, 6)
    },
  )
  test('the gravest first, with size, limit and what the process was read wrong by', async () => {
    const { rows } = await impact()
    const failing = ['I-1', 'I-6', 'I-7']
    expect(
      rows
        .slice(0, 3)
        .map(({ tag, change }) => `${tag} ${change}`)
        .toSorted(),
    ).toEqual(failing.map((tag) => `${tag} to-fail`))
    expect(rows.slice(3).map(({ tag, change }) => `${tag} ${change}`)).toEqual(['I-2 in-doubt'])
    const shares = rows.slice(0, 3).map(({ shareAfter }) => Math.abs(shareAfter))
    expect(shares).toEqual(shares.toSorted((a, b) => b - a))
    const first = rows.find(({ tag }) => tag === 'I-1')
    expect(first).toMatchObject({ round: 'both', basis: 'span', area: 'Bench', unitLabel: 'kPa', doneSince: null })
    expect(first?.before).toBeCloseTo(0.4, 9)
    expect(first?.after).toBeCloseTo(0.6, 9)
    expect(first?.limit).toBeCloseTo(0.5, 9)
    expect(first?.errorInput).toBeCloseTo(0.6, 9)
    expect(first?.riskBefore).toBeLessThan(0.01)
    expect(first?.riskAfter).toBeGreaterThan(0.99)
  })
  test('by the points of a certificate as found, by the meter, by days', async () => {
    expect(
      (await impactOf(meterId, ask({ rangeId: METER.id, found: { kind: 'constant', value: -0.032 } }), { now: LATER }))
        .runs,
    ).toBe(7)
    expect((await impact({ from: '2026-11-21' })).runs).toBe(0)
    expect((await impact({ to: '2026-11-19' })).runs).toBe(0)
    expect((await impact({ from: '2026-11-20', to: '2026-11-21' })).runs).toBe(6)
    // On a day after the work it had not moved yet.
    const later = await impact({ movement: 'on-a-day', on: '2026-11-21' })
    expect(later.counts).toEqual({ 'to-fail': 0, 'in-doubt': 0, 'to-pass': 0, same: 6 })
  })
  test('given up on, it stops', async () => {
    const listener = { tell: () => {}, signal: AbortSignal.abort() }
    await expect(impactOf(pumpId, ask(), { now: LATER, listener })).rejects.toThrow(/abort/i)
  })
  test('what makes no sense is refused in words', async () => {
    const nobody = randomUUID()
    await expect(impact({ rangeId: METER.id })).rejects.toThrow('is no range of T-P')
    await expect(impact({ found: { kind: 'certificate', certificateId: nobody } })).rejects.toThrow(
      'no such certificate',
    )
    await expect(impact({ from: '2027-01-01', to: '2027-02-01' })).rejects.toThrow('lies in the future')
    await expect(impactOf(nobody, ask(), { now: LATER })).rejects.toThrow('no such reference')
    expect(ImpactAsk.safeParse({ ...ask(), from: '2026-11-25' }).error?.issues[0]?.path).toEqual(['to'])
    expect(ImpactAsk.safeParse({ ...ask(), movement: 'on-a-day' }).error?.issues[0]?.path).toEqual(['on'])
    expect(ImpactAsk.safeParse({ ...ask(), movement: 'on-a-day', on: '2026-11-26' }).error?.issues[0]?.path).toEqual([
      'on',
    ])
  })
})

describe('what was found is attached to the records, and they stay as they are', () => {
  const id = randomUUID()
  const finding = { id, ask: ask(), words: 'The pump was found high; those who rely on it were told.' }
  test('once, chained, on every record that changes', async () => {
    const before = await owner.query('SELECT sequence, hash, record FROM seal ORDER BY sequence')
    const attached = await attachFinding(pumpId, finding, as(RITA, 100))
    expect(await attachFinding(pumpId, finding, as(RITA, 101))).toEqual(attached)
    await expect(attachFinding(pumpId, { ...finding, words: 'other' }, as(RITA, 102))).rejects.toThrow(
      'with other words',
    )
    const { rows } = await owner.query('SELECT record FROM finding WHERE sequence = 1')
    const record = FindingRecord.parse(JSON.parse(rows[0].record))
    expect(record).toMatchObject({ by: RITA.name, words: finding.words, reference: { code: 'T-P' } })
    expect(record.supposed?.found).toBe('0.2 kPa too much shown')
    expect(record.records.map(({ tag }) => tag).toSorted()).toEqual(['I-1', 'I-2', 'I-6', 'I-7'])
    expect((await owner.query('SELECT sequence, hash, record FROM seal ORDER BY sequence')).rows).toEqual(before.rows)
    expect((await verifyChain(pool())).faults).toEqual([])
  })
  test('undone by a further one, once', async () => {
    const undo = { id: randomUUID(), words: 'It was the laboratory’s slip.' }
    expect(await undoFinding(1, undo, as(BEN, 110))).toMatchObject({ sequence: 2 })
    await expect(undoFinding(1, { ...undo, id: randomUUID() }, as(BEN, 111))).rejects.toThrow('is undone already')
    await expect(undoFinding(2, { ...undo, id: randomUUID() }, as(BEN, 111))).rejects.toThrow('undoes another itself')
    const { rows } = await owner.query(
      "SELECT sequence::int FROM seal JOIN run ON run.id = run_id WHERE run.world #>> '{instrument,tag}' = 'I-1'",
    )
    const [onIt] = await selectFindingsOn(pool(), rows[0].sequence)
    expect(onIt).toMatchObject({ finding: 1, change: 'to-fail', undoneBy: 2, foundBy: RITA.name })
    expect(await verifyChain(pool())).toMatchObject({ findings: 2, faults: [] })
  })
  test('nothing to attach is refused', async () => {
    const nothing = { ...finding, id: randomUUID(), ask: ask({ found: { kind: 'constant', value: 0.0001 } }) }
    await expect(attachFinding(pumpId, nothing, as(RITA, 112))).rejects.toThrow('no record changes its verdict')
  })
  test('tampered with, verification tells', async () => {
    await owner.query('BEGIN')
    await owner.query('SET session_replication_role = replica')
    await owner.query("UPDATE finding SET record = replace(record, 'told', 'tolt') WHERE sequence = 1")
    await owner.query('DELETE FROM finding_on_record WHERE sequence = (SELECT min(sequence) FROM finding_on_record)')
    const { faults } = await verifyChain(owner)
    await owner.query('ROLLBACK')
    expect(faults).toEqual([
      { of: 'finding', sequence: 1, fault: 'its text does not give its hash' },
      { of: 'finding', sequence: 1, fault: 'it is attached to other records than its text says' },
    ])
  })
})

describe('follow-ups', () => {
  test('every pass that becomes a fail is due at once, and asked for once', async () => {
    const dueOf = async (tag: string) => (await daySheet(LATER)).jobs.find((job) => job.tag === tag)
    expect((await dueOf('I-1'))?.dueOn).toBe('2027-11-20')
    expect((await wantFollowUps(pumpId, ask(), as(RITA, 120))).tags.toSorted()).toEqual(['I-1', 'I-6', 'I-7'])
    const job = await dueOf('I-1')
    expect(job?.dueOn).toBe('2026-11-20')
    expect(job?.notes[0]?.words).toMatch(
      /^Recalibration requested: T-P was off, 0.2 kPa too much shown: record \d+ of 20 Nov 2026 would not have passed$/,
    )
    expect((await dueOf('I-2'))?.dueOn).toBe('2027-11-20') // in doubt is no fail
    expect((await wantFollowUps(pumpId, ask(), as(RITA, 121))).tags).toEqual([])
  })
  test('done again with another reference, it is due by its interval, and the impact says so', async () => {
    const instrumentId = (await owner.query("SELECT id FROM instrument WHERE tag = 'I-1'")).rows[0].id
    const run = await runOnNewInstrument('I-1', { instrumentId, inputReferenceId: OTHER_PUMP.id })
    await owner.query('BEGIN')
    await owner.query('SET session_replication_role = replica')
    await owner.query("UPDATE run SET started_at = started_at + interval '3 hours' WHERE id = $1", [run.id])
    await owner.query('COMMIT')
    await owner.query('SET session_replication_role = DEFAULT')
    await readRound(run)
    const decided = await decide(run.id, { round: 0, decision: 'leave', reason: null }, as(ANNA, 190))
    await answerList(decided, 'restore')
    await sealRun(run.id, { confirmed: true, remark: null }, as(ANNA, 200))
    expect((await daySheet(LATER)).jobs.find(({ tag }) => tag === 'I-1')).toMatchObject({ dueOn: '2027-11-20' })
    const { rows, doneSince, wantedAgain } = await impact()
    expect(rows.find(({ tag }) => tag === 'I-1')?.doneSince).toEqual({ sequence: 8, day: '2026-11-20' })
    expect(doneSince).toBe(1)
    expect(wantedAgain).toBe(2) // I-6 and I-7; I-1 has been
  })
})
