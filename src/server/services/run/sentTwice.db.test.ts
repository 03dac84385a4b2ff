import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { workLists } from '@/core/run/work/workLists'
import { Amending } from '@/schema/review'
import { NewAdjustment } from '@/schema/run'
import type { RunView } from '@/schema/runView'
import {
  ANNA,
  answerList,
  as,
  BEN,
  nextReading,
  OTHER_PUMP,
  PUMP,
  peopleAndReferences,
  readRound,
  runOnNewInstrument,
} from '../../../../tests/support/benchPlant'
import { freshDatabase } from '../../../../tests/support/freshDatabase'
import { pool } from '../../database'
import { Conflict } from '../../refusals'
import { verifyChain } from '../proof/verifyChain'
import { amendRecord } from '../records/amendRecord'
import { openRound, recordAdjustment } from './adjust'
import { answerWorkStep, recordLoopCheck, recordTerminalCheck } from './answerWorkStep'
import { decide } from './decide'
import { exchangeReference } from './exchangeReference'
import { loadRun } from './loadRun'
import { noteOvershoot } from './noteOvershoot'
import { pauseRun } from './pauseRun'
import { recordReading } from './recordReading'
import { sealRun } from './sealRun'

beforeAll(async () => {
  await freshDatabase()
  await peopleAndReferences()
})
afterAll(() => pool().end())

const TRIM = {
  ...NewAdjustment.parse({ id: randomUUID(), kind: 'zero-trim', words: 'vented' }),
  applied: '0.00',
  beforeOutput: '4.160',
  afterOutput: '4.000',
  heldSeconds: 20,
}
const CHECK = { percent: 50, hostValue: '50.1', limitPercent: null, senseOhms: null, senseVolts: null }

/** A run with something of everything that can be recorded in one, and everything of it sent twice. */
async function fullRun(tag: string): Promise<RunView> {
  const twice = async <T>(store: () => Promise<T>) => {
    await store()
    return store()
  }
  const begun = await runOnNewInstrument(tag)
  const { id } = begun
  const overshoot = { id: randomUUID(), stepId: nextReading(begun).stepId, applied: '0.90' }
  await twice(() => noteOvershoot(id, overshoot, as(ANNA, 2)))
  await refusedOtherwise(
    (change) => noteOvershoot(id, { ...overshoot, ...change }, as(BEN, 2)),
    { applied: '0.95' },
    '0.90',
  )
  const pause = { id: randomUUID(), kind: 'paused' as const, words: 'permit over' }
  await twice(() => pauseRun(id, pause, as(ANNA, 3)))
  await refusedOtherwise(
    (change) => pauseRun(id, { ...pause, ...change }, as(ANNA, 3)),
    { words: 'lunch' },
    'permit over',
  )
  await pauseRun(id, { id: randomUUID(), kind: 'resumed', words: null }, as(ANNA, 4))
  const wrong = nextReading(begun, { output: '4.900' })
  await twice(() => recordReading(id, wrong, as(BEN, 4)))
  const right = { ...wrong, id: randomUUID(), output: '4.160', supersedes: wrong.id, reason: 'digits' }
  await twice(() => recordReading(id, right, as(BEN, 5)))
  await refusedOtherwise(
    (change) => recordReading(id, { ...right, ...change }, as(BEN, 5)),
    { output: '4.170' },
    '4.160',
  )
  await readRound(await loadRun(pool(), id), 0.16)
  await decide(id, { round: 0, decision: 'adjust', reason: null }, as(ANNA, 20))
  const act = { ...TRIM, id: randomUUID() }
  await twice(() => recordAdjustment(id, act, as(ANNA, 21)))
  await refusedOtherwise(
    (change) => recordAdjustment(id, { ...act, ...change }, as(ANNA, 21)),
    { afterOutput: '4.001' },
    '4.000',
  )
  const left = await readRound(await openRound(id, { round: 1, fewerPoints: null }, as(ANNA, 22)), 0.001)
  const check = { ...CHECK, id: randomUUID() }
  await twice(() => recordLoopCheck(id, check, as(ANNA, 30)))
  await refusedOtherwise(
    (change) => recordLoopCheck(id, { ...check, ...change }, as(ANNA, 30)),
    { hostValue: '50.2' },
    '50.1',
  )
  const volts = { id: randomUUID(), milliamp: '20.0', volts: '13.1' }
  await twice(() => recordTerminalCheck(id, volts, as(ANNA, 30)))
  await refusedOtherwise(
    (change) => recordTerminalCheck(id, { ...volts, ...change }, as(ANNA, 30)),
    { volts: '13.2' },
    '13.1',
  )
  const exchange = { id: randomUUID(), replaces: PUMP.id, standardId: OTHER_PUMP.id, reason: 'battery flat' }
  await twice(() => exchangeReference(id, exchange, as(ANNA, 31)))
  await refusedOtherwise(
    (change) => exchangeReference(id, { ...exchange, ...change }, as(ANNA, 31)),
    { reason: 'dropped' },
    'battery flat',
  )
  await answerList(left, 'restore')
  return loadRun(pool(), id)
}

/** The same id with other content: a conflict that tells what is stored, and nothing is stored of it. */
async function refusedOtherwise(
  send: (change: Record<string, string>) => Promise<unknown>,
  change: Record<string, string>,
  stored: string,
): Promise<void> {
  const answer = await send(change).catch((error: unknown) => error)
  expect(answer).toBeInstanceOf(Conflict)
  expect(String(answer)).toContain('was stored with other figures')
  expect(String(answer)).toContain(stored)
}

describe('what is sent twice', () => {
  test('is stored once; under the same id with other figures it is refused, and the stored one told', async () => {
    const run = await fullRun('TW-1')
    expect(run.rounds[0]?.steps[0]?.overshoots?.map(({ applied }) => applied)).toEqual(['0.90'])
    expect(run.rounds[0]?.steps[0]?.readings.map(({ output }) => output)).toEqual(['4.900', '4.160'])
    expect(run.pauses?.map(({ words }) => words)).toEqual(['permit over', null])
    expect(run.rounds[0]?.adjustments.map(({ afterOutput }) => afterOutput)).toEqual(['4.000'])
    expect(run.loopChecks?.map(({ hostValue }) => hostValue)).toEqual(['50.1'])
  })
  test('an id of another run is refused, not answered as if it were stored', async () => {
    const [one, other] = [await runOnNewInstrument('TW-2'), await runOnNewInstrument('TW-3')]
    const noted = { id: randomUUID(), stepId: nextReading(one).stepId, applied: null }
    await noteOvershoot(one.id, noted, as(ANNA))
    await expect(noteOvershoot(other.id, { ...noted, stepId: nextReading(other).stepId }, as(ANNA))).rejects.toThrow(
      'belongs to something else',
    )
  })
  test('a step of work answered again in other words is refused', async () => {
    const run = await runOnNewInstrument('TW-4', {}, { isolate: false })
    const answer = {
      id: randomUUID(),
      list: 'isolate' as const,
      item: 'told',
      outcome: 'done' as const,
      words: 'shift lead',
    }
    const first = { ...answer, item: firstStep(run) }
    await answerWorkStep(run.id, first, as(ANNA))
    await answerWorkStep(run.id, first, as(ANNA))
    await expect(answerWorkStep(run.id, { ...first, words: 'nobody' }, as(ANNA))).rejects.toThrow('shift lead')
  })
})

/** The first step of Isolate, which takes words. */
const firstStep = (run: RunView) => workLists(run)?.isolate[0]?.id ?? ''

/**
 * Tables with a run in them that an amendment does not copy: its own signature and seal, who looks on, and the devices its
 * readings came from, which stay with the run they were linked to.
 */
const NOT_COPIED = ['run_presence', 'seal', 'signature', 'link_member', 'link_order']

describe('an amendment', () => {
  test('has every row and every column of all that is recorded in a run', async () => {
    const run = await fullRun('TW-5')
    const { sequence } = await sealRun(run.id, { confirmed: true, remark: 'told' }, as(ANNA, 60))
    const amendment = randomUUID()
    await amendRecord(sequence, Amending.parse({ id: amendment, reason: 'test' }), as(BEN, 90))
    const { rows: tables } = await pool().query<{ table_name: string }>(
      `SELECT table_name FROM information_schema.columns
        WHERE table_schema = 'public' AND column_name = 'run_id' AND table_name <> ALL($1) ORDER BY 1`,
      [NOT_COPIED],
    )
    expect(tables.length).toBeGreaterThan(7)
    for (const { table_name: table } of tables) {
      const contents = async (id: string) => {
        const { rows } = await pool().query<{ text: string }>(
          `SELECT (to_jsonb(t) - '{id,run_id,step_id,supersedes}'::text[])::text AS text FROM ${table} t
            WHERE run_id = $1 ORDER BY 1`,
          [id],
        )
        return rows.map(({ text }) => text)
      }
      const recorded = await contents(run.id)
      expect(recorded.length, `${table} is in the run of this test`).toBeGreaterThan(0)
      expect(await contents(amendment), table).toEqual(recorded)
    }
    const { rows } = await pool().query(
      'SELECT count(*)::int AS corrections FROM reading WHERE run_id = $1 AND supersedes IS NOT NULL',
      [amendment],
    )
    expect(rows).toEqual([{ corrections: 1 }])
    await sealRun(amendment, { confirmed: true, remark: null }, as(BEN, 91))
    expect((await verifyChain(pool())).faults).toEqual([])
  })
})
