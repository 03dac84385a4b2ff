import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { amendableOf } from '@/plans/amendable'
import { Amending } from '@/schema/review'
import type { RunView } from '@/schema/runView'
import { withClient } from '../../../../scripts/setup/database'
import {
  ANNA,
  answerList,
  as,
  BEN,
  CONFIGURATION,
  METER,
  NOW,
  nextReading,
  PUMP,
  peopleAndReferences,
  readRound,
  runOnNewInstrument,
} from '../../../../tests/support/benchPlant'
import { type FreshDatabase, freshDatabase } from '../../../../tests/support/freshDatabase'
import { ownReference } from '../../../../tests/support/ownReference'
import { pool } from '../../database'
import { selectSeal } from '../../sql/records/seal'
import { selectDueDates } from '../../sql/register/dueInstrument'
import { verifyChain } from '../proof/verifyChain'
import { amendRecord } from '../records/amendRecord'
import { editConfiguration } from '../register/instruments'
import { decide } from './decide'
import { loadRun } from './loadRun'
import { noteOvershoot } from './noteOvershoot'
import { recordReading } from './recordReading'
import { sealRun } from './sealRun'

const SHORT = { ...PUMP, id: randomUUID(), code: 'T-S', rangeLow: -9, rangeHigh: 9 }
const LATE = { ...PUMP, id: randomUUID(), code: 'T-L', dueOn: '2026-11-19' }
const GAUGE = { ...PUMP, id: randomUUID(), code: 'T-G', rangeHigh: 220 }
const COARSE = { ...PUMP, id: randomUUID(), code: 'T-C', resolution: 1 }

let database: FreshDatabase
beforeAll(async () => {
  database = await freshDatabase()
  process.env.BARYS_TIME_ZONE = 'UTC'
  await peopleAndReferences()
  for (const each of [SHORT, LATE, GAUGE, COARSE]) await ownReference(pool(), each)
})
afterAll(() => pool().end())

const recordOf = async (sequence: number) => JSON.parse((await selectSeal(pool(), sequence))?.record ?? '{}')
async function sealed(run: RunView, at = 9): Promise<number> {
  const decided = await decide(
    run.id,
    { round: run.rounds.length - 1, decision: 'leave', reason: 'test' },
    as(ANNA, at),
  )
  await answerList(decided, 'restore')
  return (await sealRun(run.id, { confirmed: true, remark: 'told' }, as(ANNA, at))).sequence
}

describe('a reference must be fit: at the start of a run', () => {
  test('one that does not reach every point is refused, and no reason helps', async () => {
    const wishes = { inputReferenceId: SHORT.id, unfitReason: 'nothing else here' }
    await expect(runOnNewInstrument('FIT-1', wishes)).rejects.toThrow('T-S reaches 1 of 3 points')
  })
  test('one out of date is refused; with a reason it is used, and the record says what, why and who', async () => {
    await expect(runOnNewInstrument('FIT-2', { inputReferenceId: LATE.id })).rejects.toThrow(
      'T-L certificate out of date since 19 Nov 2026; choose another reference, or say why',
    )
    const run = await runOnNewInstrument('FIT-3', { inputReferenceId: LATE.id, unfitReason: 'laboratory closed' })
    const record = await recordOf(await sealed(await readRound(run)))
    expect(record.world.overrides).toEqual([
      { code: 'T-L', amiss: ['certificate out of date since 19 Nov 2026'], reason: 'laboratory closed', by: ANNA.name },
    ])
  })
  test('one whose step is coarser than the limit shows nothing of it', async () => {
    await expect(runOnNewInstrument('FIT-4', { inputReferenceId: COARSE.id })).rejects.toThrow(
      'shows steps of 1 kPa, more than the limit of 0.5 kPa',
    )
  })
})

describe('a reference must be fit: at each reading', () => {
  test('nothing is read beyond its reach, on either side', async () => {
    const run = await runOnNewInstrument('FIT-5')
    await expect(recordReading(run.id, nextReading(run, { applied: '-101.0' }), as(ANNA))).rejects.toThrow()
    await expect(recordReading(run.id, nextReading(run, { output: '30.01' }), as(ANNA))).rejects.toThrow(
      '30.01 mA is beyond what T-M reaches (0 … 30 mA)',
    )
    await recordReading(run.id, nextReading(run, { output: '30.00' }), as(ANNA))
  })
  test('a run that goes on past the due date of its reference takes no reading more', async () => {
    const run = await runOnNewInstrument('FIT-6')
    const late = { person: ANNA, now: new Date('2027-01-11T08:00:00Z') }
    await expect(recordReading(run.id, nextReading(run), late)).rejects.toThrow(
      'T-P: certificate out of date since 10 Jan 2027',
    )
    await recordReading(run.id, nextReading(run), { person: ANNA, now: new Date('2027-01-10T20:00:00Z') })
  })
})

describe('a reference must be fit: at the seal', () => {
  /** As a run stands that an older program began, which asked less. */
  const givenReferences = (id: string, facts: object) =>
    withClient(database.ownerUrl, async (db) => {
      await db.query('ALTER TABLE run DISABLE TRIGGER USER')
      await db.query('UPDATE run SET world = world || $2::jsonb WHERE id = $1', [id, JSON.stringify(facts)])
      await db.query('ALTER TABLE run ENABLE TRIGGER USER')
    })
  test.each([
    ['reach', { inputReference: SHORT }, 'T-S reaches 1 of 3 points; abandon this run and read again'],
    ['step', { inputReference: COARSE }, 'T-C shows steps of 1 kPa'],
    ['channels', { inputReference: { ...PUMP, channels: 1 }, outputReference: PUMP }, 'T-P has one channel'],
    ['date', { inputReference: LATE }, 'T-L certificate out of date since 19 Nov 2026'],
    ['date on a later day of reading', { inputReference: LATE, day: '2026-11-18' }, 'T-L: certificate out of date'],
  ])('a run of before whose reference does not fit is not sealed: %s', async (what, facts, words) => {
    const run = await readRound(await runOnNewInstrument(`FIT-7 ${what}`))
    await givenReferences(run.id, facts)
    await expect(sealed(run)).rejects.toThrow(words)
  })
  test('a reading beyond what the reference reaches holds it up, unless its round was taken again and does not count', async () => {
    const read = async (tag: string) => readRound(await runOnNewInstrument(tag), [0, 0, 6])
    const short = { outputReference: { ...METER, rangeHigh: 24 } } // 26 mA were read at the top
    const counted = await read('FIT-9')
    await givenReferences(counted.id, short)
    await expect(sealed(counted)).rejects.toThrow('26 mA is beyond what T-M reaches (0 … 24 mA)')
    const { id } = await read('FIT-10')
    const again = await decide(id, { round: 0, decision: 'repeat', reason: 'meter lead' }, as(ANNA, 6))
    const reread = await readRound(again)
    await givenReferences(id, short)
    expect(await sealed(reread)).toBeGreaterThan(0)
  })
  test('let through with a reason, it is sealed', async () => {
    const run = await readRound(await runOnNewInstrument('FIT-8'))
    const overrides = [{ code: 'T-L', amiss: ['out of date'], reason: 'laboratory closed', by: ANNA.name }]
    await givenReferences(run.id, { inputReference: LATE, overrides })
    expect(await sealed(run)).toBeGreaterThan(0)
  })
})

describe('what a run knows of before', () => {
  test('impact rests only on records of this very range: a changed one has measured nothing yet', async () => {
    const first = await runOnNewInstrument('HIS-1')
    expect(first.world.measuresSince).toBeUndefined()
    const sequence = await sealed(await readRound(first))
    const instrumentId = first.world.instrument.id
    const again = await runOnNewInstrument('HIS-1', { instrumentId })
    expect(again.world.measuresSince?.sequence).toBe(sequence)
    await sealed(await readRound(again), 10)
    await editConfiguration(
      instrumentId,
      { basedOnVersion: 1, reason: 'wider', configuration: { ...CONFIGURATION, urv: 120 } },
      as(ANNA, 11),
    )
    const wider = await runOnNewInstrument('HIS-1', { instrumentId })
    expect([wider.world.measuresSince, wider.world.lastGood]).toEqual([undefined, undefined])
  })
  test('cycles read once are the repeatability of the next run, pooled; several cycles of its own go first', async () => {
    const plan = {
      testPoints: null,
      pointOrder: 'up-down' as const,
      cycles: 2,
      dwellSeconds: null,
      stabilityPercent: null,
    }
    const first = await runOnNewInstrument('HIS-2', { plan })
    const wobble = [0, 0.02, -0.01, 0.03, 0.01, -0.02, 0.02, 0, -0.01]
    const read = await readRound(first, wobble)
    const sequence = await sealed(read)
    const next = await runOnNewInstrument('HIS-2', { instrumentId: first.world.instrument.id })
    expect(next.world.repeatability).toMatchObject({ source: `cycles of record ${sequence}, pooled` })
    expect(next.world.repeatability?.degrees).toBeGreaterThan(1)
    const record = await recordOf(sequence)
    const lines: { name: string; degrees: number; source: string }[] = record.results[0].points[1].budget.lines
    expect(lines.find(({ name }) => name === 'repeatability of the instrument')).toMatchObject({
      degrees: next.world.repeatability?.degrees,
      source: 'cycles of this round, Type A',
    })
  })
  test('left outside its limit, it is due at once', async () => {
    const run = await readRound(await runOnNewInstrument('HIS-3'), 2)
    await sealed(run)
    expect((await selectDueDates(pool(), 'UTC')).get(run.world.instrument.id)).toBe(NOW.toISOString().slice(0, 10))
  })
})

describe('an amendment', () => {
  test('keeps the date and people of the work and everything recorded; conditions and words are put right', async () => {
    const run = await runOnNewInstrument('AM-1')
    const wrong = nextReading(run, { output: '4.100' })
    await recordReading(run.id, wrong, as(BEN, 2))
    await noteOvershoot(run.id, { id: randomUUID(), stepId: wrong.stepId, applied: '0.90' }, as(BEN, 3)).catch(() => {})
    const right = { ...wrong, id: randomUUID(), output: '4.010', supersedes: wrong.id, reason: 'digits' }
    await recordReading(run.id, right, as(BEN, 3))
    const sequence = await sealed(await readRound(await loadRun(pool(), run.id)))
    const before = await recordOf(sequence)

    const id = randomUUID()
    const environment = { ambientCelsius: '24.0', relativeHumidityPercent: null, barometricHPa: null }
    const facts = amendableOf(before)
    const told = facts.words.find(({ field }) => field === 'workStepWords')
    expect(told).toMatchObject({ words: 'shift lead told' })
    expect(facts.words.find(({ field }) => field === 'decisionReasons')).toMatchObject({ key: '0', words: 'test' })
    await amendRecord(
      sequence,
      Amending.parse({
        id,
        reason: 'wrong thermometer',
        environment,
        decisionReasons: { 0: 'within its limit' },
        workStepWords: { [told?.key ?? '']: 'shift lead and control room told' },
      }),
      as(BEN, 60 * 24 * 20),
    )
    const later = await sealRun(id, { confirmed: true, remark: null }, as(BEN, 60 * 24 * 20 + 1))
    const after = await recordOf(later.sequence)
    expect([after.run.startedAt, after.run.startedBy]).toEqual([before.run.startedAt, ANNA.name])
    expect(after.world.environment).toEqual(environment)
    expect(after.rounds[0].decision.reason).toBe('within its limit')
    const plain = (value: unknown) => JSON.stringify(value).replace(/"[0-9a-f-]{36}"/g, '"id"')
    expect(plain(after.rounds[0].steps)).toBe(plain(before.rounds[0].steps))
    // All of one moment here, so that their order says nothing.
    const byItem = (steps: { item: string }[]) => plain(steps.toSorted((a, b) => (a.item < b.item ? -1 : 1)))
    const putRight = { id: told?.key, words: 'shift lead and control room told' }
    const asWished = before.workSteps.map((each: { id: string }) =>
      each.id === told?.key ? { ...each, ...putRight } : each,
    )
    expect(byItem(after.workSteps)).toBe(byItem(asWished))
    expect(after.rounds[0].steps[0].readings.map((each: { reason: string | null }) => each.reason)).toEqual([
      null,
      'digits',
    ])
    expect((await verifyChain(pool())).faults).toEqual([])
  })
  test('a reference that was named wrongly is named rightly, and refused where it cannot have served', async () => {
    const sequence = await sealed(await readRound(await runOnNewInstrument('AM-2')))
    // Four years later: a reference must have been in date on the day of the work, whatever it is today.
    const later = as(ANNA, 60 * 24 * 365 * 4)
    const asked = (inputReferenceId: string) =>
      amendRecord(sequence, Amending.parse({ id: randomUUID(), reason: 'other pump', inputReferenceId }), later)
    await expect(asked(SHORT.id)).rejects.toThrow('T-S reaches 1 of 3 points')
    const { id } = await asked(GAUGE.id)
    expect((await loadRun(pool(), id)).world.inputReference.code).toBe('T-G')
  })
})
