import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { judgeReading } from '@/core/run/judge/judgeSteps'
import { Amending } from '@/schema/review'
import { NewAdjustment } from '@/schema/run'
import {
  ANNA,
  answerList,
  as,
  BEN,
  nextReading,
  peopleAndReferences,
  RITA,
  readingOf,
  readRound,
  runOnNewInstrument,
} from '../../../../tests/support/benchPlant'
import { freshDatabase } from '../../../../tests/support/freshDatabase'
import { pool } from '../../database'
import { selectDraft } from '../../sql/run/runPresence'
import { verifyChain } from '../proof/verifyChain'
import { amendRecord } from '../records/amendRecord'
import { abandonRun } from './abandonRun'
import { openRound, recordAdjustment } from './adjust'
import { decide } from './decide'
import { loadRun } from './loadRun'
import { noteOvershoot } from './noteOvershoot'
import { pauseRun } from './pauseRun'
import { notePresence } from './presence'
import { recordReading } from './recordReading'
import { sealRun } from './sealRun'

beforeAll(async () => {
  await freshDatabase()
  await peopleAndReferences()
})
afterAll(() => pool().end())

const act = (words: string) => NewAdjustment.parse({ id: randomUUID(), kind: 'other', words })
const pause = (kind: 'paused' | 'resumed', words: string | null = null) => ({ id: randomUUID(), kind, words })
const readingsOf = async (runId: string) =>
  (await pool().query('SELECT count(*)::int AS n FROM reading WHERE run_id = $1', [runId])).rows[0].n

describe('the statement that stores the next reading stores nothing else', () => {
  test('what it answers is what the run holds, judged by the core', async () => {
    const run = await runOnNewInstrument('F-1')
    const reading = nextReading(run, { applied: '0.02', output: '4.010' })
    const answer = await recordReading(run.id, reading, as(ANNA, 3))
    const [step] = (await loadRun(pool(), run.id)).rounds[0]?.steps ?? []
    expect(step?.readings).toEqual([answer.reading])
    expect(answer.point).toEqual(judgeReading({ percent: 0, direction: 'rising', reading: answer.reading }, run.world))
    expect(answer.point.expandedUncertaintyPercentSpan).toBeGreaterThan(0)
  })

  test('not a point out of its order, nor one that is read, nor one of a round before', async () => {
    const run = await runOnNewInstrument('F-2')
    const steps = run.rounds[0]?.steps ?? []
    const [first, second] = steps
    if (!first || !second) throw new Error('no steps')
    await expect(recordReading(run.id, readingOf(second), as(ANNA))).rejects.toThrow('number 1')
    await recordReading(run.id, readingOf(first), as(ANNA))
    await expect(recordReading(run.id, readingOf(first), as(BEN))).rejects.toThrow('Anna Test has already recorded')
    const read = await readRound(await loadRun(pool(), run.id), 0.16)
    await decide(run.id, { round: 0, decision: 'adjust', reason: 'to be turned' }, as(ANNA))
    await recordAdjustment(run.id, act('turned'), as(ANNA))
    await openRound(run.id, { round: 1, fewerPoints: null }, as(ANNA))
    const old = read.rounds[0]?.steps.at(-1)
    await expect(recordReading(run.id, readingOf(old ?? first), as(ANNA))).rejects.toThrow('not in the present round')
    expect(await readingsOf(run.id)).toBe(3)
  })

  test('not before the instrument is out of service, nor while paused, nor once it is given up', async () => {
    const isolated = await runOnNewInstrument('F-3')
    const { id: runId } = isolated
    const waiting = await runOnNewInstrument('F-4', {}, { isolate: false })
    await expect(recordReading(waiting.id, nextReading(waiting), as(ANNA))).rejects.toThrow('not out of service')
    await pauseRun(runId, pause('paused', 'lunch'), as(ANNA))
    await expect(recordReading(runId, nextReading(isolated), as(BEN))).rejects.toThrow(
      'Anna Test has paused this run: lunch; go on with it first',
    )
    await pauseRun(runId, pause('resumed'), as(BEN, 30))
    await recordReading(runId, nextReading(isolated), as(BEN, 31))
    await abandonRun(runId, { reason: 'hose burst' }, as(ANNA, 32))
    await expect(recordReading(runId, nextReading(await loadRun(pool(), runId)), as(ANNA))).rejects.toThrow(
      'abandoned and takes nothing more',
    )
    expect(await readingsOf(runId)).toBe(1)
    expect(await readingsOf(waiting.id)).toBe(0)
  })

  test('twenty at once for one point: one is stored, nineteen are told', async () => {
    const run = await runOnNewInstrument('F-5')
    const results = await Promise.allSettled(
      Array.from({ length: 20 }, (_, index) =>
        recordReading(run.id, nextReading(run, { output: `4.0${10 + index}` }), as(index % 2 ? ANNA : BEN)),
      ),
    )
    expect(results.filter(({ status }) => status === 'fulfilled')).toHaveLength(1)
    expect(await readingsOf(run.id)).toBe(1)
  })
})

describe('pausing', () => {
  test('needs a word, is recorded once, and is in the sealed record, which still verifies', async () => {
    const run = await runOnNewInstrument('P-1')
    const stop = pause('paused', 'called away, vented')
    await pauseRun(run.id, stop, as(ANNA, 1))
    await pauseRun(run.id, stop, as(ANNA, 1))
    await expect(pauseRun(run.id, pause('paused', 'again'), as(BEN, 2))).rejects.toThrow('paused already')
    await expect(decide(run.id, { round: 0, decision: 'leave', reason: null }, as(BEN, 2))).rejects.toThrow('paused')
    await pauseRun(run.id, pause('resumed'), as(BEN, 5))
    await expect(pauseRun(run.id, pause('resumed'), as(BEN, 6))).rejects.toThrow('not paused')
    await readRound(await loadRun(pool(), run.id))
    await answerList(await decide(run.id, { round: 0, decision: 'leave', reason: null }, as(ANNA, 10)), 'restore')
    await sealRun(run.id, { confirmed: true, remark: null }, as(ANNA, 12))
    const { rows } = await pool().query('SELECT record FROM seal WHERE run_id = $1', [run.id])
    expect(JSON.parse(rows[0].record).pauses).toMatchObject([
      { kind: 'paused', words: 'called away, vented', by: 'Anna Test' },
      { kind: 'resumed', words: null, by: 'Ben Test' },
    ])
    expect((await verifyChain(pool())).faults).toEqual([])
  })
})

describe('decisions', () => {
  test('a round taken again counts for nothing: as found is the next one', async () => {
    const first = await readRound(await runOnNewInstrument('D-1'), 0.4)
    await expect(decide(first.id, { round: 0, decision: 'repeat', reason: null }, as(ANNA))).rejects.toThrow(
      'not what the readings suggest',
    )
    const again = { round: 0, decision: 'repeat' as const, reason: 'hose was leaking' }
    const [opened] = await Promise.all([decide(first.id, again, as(ANNA)), decide(first.id, again, as(ANNA))])
    expect(opened.rounds.map(({ steps }) => steps.length)).toEqual([3, 3])
    await readRound(opened, 0.002)
    await answerList(await decide(first.id, { round: 1, decision: 'leave', reason: null }, as(ANNA)), 'restore')
    await sealRun(first.id, { confirmed: true, remark: null }, as(ANNA, 9))
    const { rows } = await pool().query('SELECT as_found, as_left FROM seal WHERE run_id = $1', [first.id])
    expect(rows[0]).toEqual({ as_found: 'inside', as_left: 'inside' })
    expect((await verifyChain(pool())).faults).toEqual([])
  })

  test('“leave” gives way to “adjust” with a reason, until putting back has begun', async () => {
    const run = await readRound(await runOnNewInstrument('D-2'))
    await decide(run.id, { round: 0, decision: 'leave', reason: null }, as(ANNA, 1))
    const adjust = (reason: string | null) => decide(run.id, { round: 0, decision: 'adjust', reason }, as(BEN, 2))
    await expect(adjust(null)).rejects.toThrow('give your reason')
    const { rounds } = await adjust('host is off')
    expect(rounds[0]?.decision).toMatchObject({
      decision: 'adjust',
      reason: 'host is off',
      insteadOf: [{ decision: 'leave', reason: null, decidedBy: 'Anna Test' }],
    })
    const other = await readRound(await runOnNewInstrument('D-3'))
    await answerList(await decide(other.id, { round: 0, decision: 'leave', reason: null }, as(ANNA)), 'restore')
    await expect(decide(other.id, { round: 0, decision: 'adjust', reason: 'late' }, as(ANNA))).rejects.toThrow(
      'being put back into service',
    )
  })

  test('a run knows which calibration last left its instrument inside', async () => {
    const run = await readRound(await runOnNewInstrument('D-4'))
    expect(run.world.lastGood).toBeUndefined()
    await answerList(await decide(run.id, { round: 0, decision: 'leave', reason: null }, as(ANNA)), 'restore')
    const { sequence } = await sealRun(run.id, { confirmed: true, remark: null }, as(ANNA, 9))
    const next = await runOnNewInstrument('D-4', { instrumentId: run.world.instrument.id })
    const firstDay = as(ANNA, 9).now.toISOString()
    expect(next.world.lastGood).toEqual({ sequence, sealedAt: firstDay })
    await abandonRun(next.id, { reason: 'only looked' }, as(ANNA, 10))

    // Amended weeks later, it was still known good on the day of the work; an amendment decides nothing anew.
    const amendment = randomUUID()
    await amendRecord(sequence, Amending.parse({ id: amendment, reason: 'serial number' }), as(ANNA, 30_000))
    await expect(
      decide(amendment, { round: 0, decision: 'repeat', reason: 'again' }, as(ANNA, 30_001)),
    ).rejects.toThrow('an amendment corrects what was recorded')
    const later = await sealRun(amendment, { confirmed: true, remark: null }, as(ANNA, 30_002))
    const third = await runOnNewInstrument('D-4', { instrumentId: run.world.instrument.id })
    expect(third.world.lastGood).toEqual({ sequence: later.sequence, sealedAt: firstDay })
  })
})

describe('presence', () => {
  test('people see each other for a few beats; the mark changes with what is recorded and with nothing else', async () => {
    const run = await runOnNewInstrument('N-1')
    const seen = (place: string, draft = {}) => ({ place, draft })
    const anna = await notePresence(run.id, seen('As found', { box: { applied: '0.0' } }), as(ANNA, 0))
    expect(anna.others).toEqual([])
    const ben = await notePresence(run.id, seen('As found'), as(BEN, 0.1))
    expect(ben.others).toMatchObject([{ name: 'Anna Test', place: 'As found' }])
    expect(ben.mark).toBe(anna.mark)
    await noteOvershoot(run.id, { id: randomUUID(), stepId: nextReading(run).stepId, applied: null }, as(ANNA, 0.2))
    const after = await notePresence(run.id, seen('As found'), as(BEN, 0.2))
    expect(after.mark).not.toBe(anna.mark)
    const late = await notePresence(run.id, seen('As found'), as(RITA, 10))
    expect(late.others).toEqual([])
    expect(await selectDraft(pool(), run.id, ANNA.id)).toEqual({ box: { applied: '0.0' } })
    expect(await selectDraft(pool(), run.id, RITA.id)).toEqual({})
    await expect(notePresence(randomUUID(), seen(''), as(ANNA))).rejects.toThrow('no such run')
  })
})

describe('decision rules', () => {
  test('a rule the references cannot meet begins no run', async () => {
    // Limit ±0.5 %; reference ±0.02 % of its 300 kPa and a meter of ±0.02 % of 30 mA leave a ratio of about 5.
    await expect(runOnNewInstrument('R-1', { decisionRule: 'shared-risk' })).resolves.toMatchObject({
      world: { decisionRule: 'shared-risk', statesUncertainty: true },
    })
    const coarse = { inputUnit: 'kPa' as const, decisionRule: 'shared-risk' as const }
    await expect(runOnNewInstrument('R-2', coarse, { limitPercent: 0.2 })).rejects.toThrow(
      'sharing the risk asks for 4',
    )
    const { rowCount } = await pool().query(
      "SELECT 1 FROM run r JOIN instrument i ON i.id = r.instrument_id WHERE i.tag = 'R-2'",
    )
    expect(rowCount).toBe(0)
  })
})
