import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { withClient } from '../../../../scripts/setup/database'
import {
  ANNA,
  answerList,
  CONFIGURATION,
  NOW,
  nextReading,
  peopleAndReferences,
  readRound,
  runOnNewInstrument,
} from '../../../../tests/support/benchPlant'
import { freshDatabase } from '../../../../tests/support/freshDatabase'
import { pool } from '../../database'
import { applyRangeChange } from '../../services/register/applyRangeChange'
import { daySheet } from '../../services/register/daySheet'
import { registerInstrument } from '../../services/register/instruments'
import { decide } from '../../services/run/decide'
import { recordReading } from '../../services/run/recordReading'
import { sealRun } from '../../services/run/sealRun'
import { insertCalibrationBefore } from './calibrationBefore'
import { selectDueDate, selectDueDates, selectOpenProgress } from './dueInstrument'

let ownerUrl = ''
beforeAll(async () => {
  ownerUrl = (await freshDatabase()).ownerUrl
  process.env.BARYS_TIME_ZONE = 'UTC'
  await peopleAndReferences()
})
afterAll(() => pool().end())

async function sealedAt(tag: string, at: Date): Promise<string> {
  const actor = { person: ANNA, now: at }
  const run = await readRound(await runOnNewInstrument(tag))
  await answerList(await decide(run.id, { round: 0, decision: 'leave', reason: null }, actor), 'restore')
  await sealRun(run.id, { confirmed: true, remark: null }, actor)
  return run.world.instrument.id
}
/** Of all of them at once, and asked for alone, which must be the same. */
async function dueOf(id: string, zone: string): Promise<string | undefined> {
  const due = (await selectDueDates(pool(), zone)).get(id)
  expect(await selectDueDate(pool(), zone, id)).toBe(due)
  return due
}

describe('the next due date', () => {
  test('is the day of the seal plus the interval, in the site’s zone', async () => {
    const id = await sealedAt('D-1', new Date('2026-03-14T23:30:00Z'))
    expect(await dueOf(id, 'UTC')).toBe('2027-03-14')
    expect(await dueOf(id, 'Europe/Prague')).toBe('2027-03-15')
  })
  test('counts from the day of the work, not from a later signature', async () => {
    // The run begins on 20 November and is signed in January.
    const id = await sealedAt('D-8', new Date('2027-01-15T09:00:00Z'))
    expect(await dueOf(id, 'UTC')).toBe('2027-11-20')
  })
  test.each(['outside', 'not-accepted', 'not-stated'])('left %s it is due at once', async (verdict) => {
    const at = new Date('2026-03-14T12:00:00Z')
    const id = await sealedAt(`D-${verdict}`, at)
    // As a rule with a guard band, or a U that came out too large, would have sealed it.
    await withClient(ownerUrl, async (owner) => {
      await owner.query('SET session_replication_role = replica')
      await owner.query('UPDATE seal SET as_left = $2 FROM run WHERE run.id = seal.run_id AND run.instrument_id = $1', [
        id,
        verdict,
      ])
    })
    expect(await dueOf(id, 'UTC')).toBe('2026-03-14')
  })
  test('never calibrated, it is the day of registration in the site’s zone', async () => {
    const late = { person: ANNA, now: new Date('2026-11-20T23:30:00Z') }
    const { id } = await registerInstrument({ tag: 'D-6', configuration: CONFIGURATION }, late)
    expect(await dueOf(id, 'UTC')).toBe('2026-11-20')
    expect(await dueOf(id, 'Europe/Prague')).toBe('2026-11-21')
  })
  test('a list that tells of the day of the seal says no more than the seal; of the day after, it counts', async () => {
    const id = await sealedAt('D-7', new Date('2026-04-08T12:00:00Z'))
    const listed = (calibratedOn: string, dueOn: string) =>
      insertCalibrationBefore(pool(), {
        ...{ id: randomUUID(), instrumentId: id, calibratedOn, dueOn, certificate: 'L-1', points: [] },
        ...{ source: 'list.csv', at: NOW, personId: ANNA.id },
      })
    await listed('2026-04-08', '2026-10-08')
    expect(await dueOf(id, 'UTC')).toBe('2027-04-08')
    await listed('2026-04-09', '2026-10-09')
    expect(await dueOf(id, 'UTC')).toBe('2026-10-09')
  })
  test('from the leap day falls on 28 February', async () => {
    expect(await dueOf(await sealedAt('D-2', new Date('2024-02-29T12:00:00Z')), 'UTC')).toBe('2025-02-28')
  })
  test('after a range change is the day of the change, until it is calibrated (common practice, no source)', async () => {
    const id = await sealedAt('D-5', new Date('2026-05-04T10:00:00Z'))
    const change = {
      id: randomUUID(),
      basedOnVersion: 1,
      wanted: {
        lrv: 0,
        urv: 80,
        displayScale: null,
        transfer: { kind: 'linear' as const },
        hostRoot: false,
        source: 'typed' as const,
      },
      capsule: null,
      capsuleWork: null,
      reason: 'trial',
    }
    await applyRangeChange(id, change, { person: ANNA, now: new Date('2026-07-01T08:00:00Z') })
    expect(await dueOf(id, 'UTC')).toBe('2026-07-01')
  })
  test('of an instrument never calibrated is the day it was registered', async () => {
    const { id } = await registerInstrument({ tag: 'D-3', configuration: CONFIGURATION }, { person: ANNA, now: NOW })
    expect(await dueOf(id, 'UTC')).toBe('2026-11-20')
  })
})

describe('the day sheet', () => {
  test('puts the soonest first, says what is ready, and where an open run stands', async () => {
    const run = await runOnNewInstrument('D-4')
    await recordReading(run.id, nextReading(run), { person: ANNA, now: NOW })
    expect(await selectOpenProgress(pool())).toEqual(
      new Map([[run.id, { read: 1, planned: 3, isAsFound: true, isPaused: false }]]),
    )

    const sheet = await daySheet(NOW)
    expect(sheet.today).toBe('2026-11-20')
    expect(sheet.jobs.map((job) => job.dueInDays)).toEqual(
      sheet.jobs.map((job) => job.dueInDays).toSorted((a, b) => a - b),
    )
    const open = sheet.jobs.find((job) => job.tag === 'D-4')
    expect(open?.openRun).toEqual({ id: run.id, words: 'Started by Anna Test: 1 of 3 points as found' })
    expect(open?.notes.map((note) => note.mark)).toEqual(['inside', 'inside', 'look'])
    expect(open?.notes.at(-1)?.words).toBe('Never calibrated here')
    expect(sheet.jobs.find((job) => job.tag === 'D-1')).toMatchObject({ lastVerdict: 'inside', shareOfLimit: 0 })
  })
  test('of a plant without instruments is empty, not an error', async () => {
    await freshDatabase()
    const { Client } = (await import('pg')).default
    const empty = new Client(process.env.DATABASE_URL)
    await empty.connect()
    expect(await selectDueDates(empty, 'UTC')).toEqual(new Map())
    await empty.end()
  })
})
