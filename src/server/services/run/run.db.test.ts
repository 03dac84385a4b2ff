import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { standingActs } from '@/core/adjust/standingActs'
import { NewAdjustment } from '@/schema/run'
import { StartRun } from '@/schema/startRun'
import {
  ANNA,
  answerList,
  as,
  BEN,
  CONFIGURATION,
  nextReading,
  peopleAndReferences,
  RITA,
  readRound,
  runOnNewInstrument,
} from '../../../../tests/support/benchPlant'
import { freshDatabase } from '../../../../tests/support/freshDatabase'
import { pool } from '../../database'
import { Conflict } from '../../refusals'
import { selectConfigurations } from '../../sql/register/instrument'
import { editConfiguration, registerInstrument } from '../register/instruments'
import { abandonRun } from './abandonRun'
import { openRound, recordAdjustment } from './adjust'
import { decide } from './decide'
import { loadRun } from './loadRun'
import { recordReading } from './recordReading'
import { sealRun } from './sealRun'
import { startRun } from './startRun'

beforeAll(async () => {
  await freshDatabase()
  await peopleAndReferences()
})
afterAll(() => pool().end())

const count = async (table: string, runId: string) =>
  (await pool().query(`SELECT count(*)::int AS n FROM ${table} WHERE run_id = $1`, [runId])).rows[0].n

describe('readings', () => {
  test('are stored with the digits typed, once, however often they are sent', async () => {
    const run = await runOnNewInstrument('R-1')
    const reading = nextReading(run, { applied: '0.020', output: '4.0100' })
    await recordReading(run.id, reading, as(ANNA))
    await recordReading(run.id, reading, as(ANNA))
    const all = await Promise.all([1, 2, 3].map(() => recordReading(run.id, reading, as(ANNA))))
    expect(all[2]?.reading).toMatchObject({ applied: '0.020', output: '4.0100', takenBy: 'Anna Test' })
    const { rounds } = await loadRun(pool(), run.id)
    expect(rounds[0]?.steps[0]?.readings).toEqual([all[2]?.reading])
    expect(await count('reading', run.id)).toBe(1)
  })

  test('the same id with other figures is refused', async () => {
    const run = await runOnNewInstrument('R-2')
    const reading = nextReading(run)
    await recordReading(run.id, reading, as(ANNA))
    await expect(recordReading(run.id, { ...reading, output: '4.5' }, as(ANNA))).rejects.toThrow(Conflict)
  })

  test('two people on one point at once: one is stored, the other told who was first', async () => {
    const run = await runOnNewInstrument('R-3')
    const results = await Promise.allSettled([
      recordReading(run.id, nextReading(run, { output: '4.001' }), as(ANNA)),
      recordReading(run.id, nextReading(run, { output: '4.002' }), as(BEN)),
    ])
    expect(results.map((result) => result.status).toSorted()).toEqual(['fulfilled', 'rejected'])
    const refused = results.find((result) => result.status === 'rejected')
    expect(String(refused?.reason)).toMatch(
      /(Anna|Ben) Test has already recorded 0.00 → 4.00[12] for this point; yours was not stored/,
    )
    expect(await count('reading', run.id)).toBe(1)
  })

  test('a correction supersedes and keeps the old value; only one correction of one reading', async () => {
    const run = await runOnNewInstrument('R-4')
    const first = nextReading(run, { output: '14.01' })
    await recordReading(run.id, first, as(ANNA))
    const correct = (output: string) =>
      recordReading(
        run.id,
        { ...first, id: randomUUID(), output, supersedes: first.id, reason: 'decimal mark' },
        as(BEN, 1),
      )
    await correct('4.001')
    const corrected = await loadRun(pool(), run.id)
    expect(corrected.rounds[0]?.steps[0]?.readings.map(({ output, reason }) => [output, reason])).toEqual([
      ['14.01', null],
      ['4.001', 'decimal mark'],
    ])
    await expect(correct('4.002')).rejects.toThrow('was corrected in the meantime')
  })

  test('PV and AO are stored where the run reads them, and only there', async () => {
    const plain = await runOnNewInstrument('R-7')
    await expect(recordReading(plain.id, { ...nextReading(plain), pv: '0.01', ao: '4.001' }, as(ANNA))).rejects.toThrow(
      'is not read at this point of the run',
    )
    const digital = await runOnNewInstrument('R-8', { readsDigital: true })
    await expect(recordReading(digital.id, { ...nextReading(digital), pv: '0.01' }, as(ANNA))).rejects.toThrow(
      'reads it at every point',
    )
    const reading = { ...nextReading(digital), pv: '0.010', ao: '4.001' }
    await recordReading(digital.id, reading, as(ANNA))
    const again = await recordReading(digital.id, reading, as(ANNA))
    expect(again.reading).toMatchObject({ pv: '0.010', ao: '4.001' })
    await expect(recordReading(digital.id, { ...reading, ao: '4.002' }, as(ANNA))).rejects.toThrow('other figures')
  })

  test('a point out of its order, and an input the sensor cannot take, are refused and leave nothing', async () => {
    const run = await runOnNewInstrument('R-5')
    const last = run.rounds[0]?.steps[2]
    await expect(recordReading(run.id, { ...nextReading(run), stepId: last?.id ?? '' }, as(ANNA))).rejects.toThrow(
      'number 1',
    )
    await expect(recordReading(run.id, nextReading(run, { applied: '1000' }), as(ANNA))).rejects.toThrow(
      'outside what the sensor can do (−100 … 200)',
    )
    expect(await count('reading', run.id)).toBe(0)
  })
})

describe('the way through a run', () => {
  test('adjusting: decision, act, as-left round with the same points, seal', async () => {
    const run = await readRound(await runOnNewInstrument('W-1'), 0.16)
    await decide(run.id, { round: 0, decision: 'adjust', reason: null }, as(ANNA, 20))
    await expect(openRound(run.id, { round: 1, fewerPoints: null }, as(ANNA, 21))).rejects.toThrow(
      'nothing has been recorded as done',
    )
    const act = NewAdjustment.parse({
      id: randomUUID(),
      kind: 'zero-trim',
      words: 'vented',
      applied: '0.00',
      beforeOutput: '4.160',
      afterOutput: '4.000',
    })
    const alive = { ...act, id: randomUUID(), applied: '35' }
    await expect(recordAdjustment(run.id, alive, as(ANNA, 21))).rejects.toThrow('which is not zero within')
    await expect(recordAdjustment(run.id, { ...alive, applied: null }, as(ANNA, 21))).rejects.toThrow(
      'not said what acted on the cell',
    )
    // 7.2 mA at nothing is +20 % of span: no zero that drifted, and taken only with a reason.
    const far = { ...act, id: randomUUID(), beforeOutput: '7.200' }
    await expect(recordAdjustment(run.id, far, as(ANNA, 22))).rejects.toThrow('a shift of -20 is beyond the ±10')
    await expect(recordAdjustment(run.id, { ...far, beforeOutput: '5.61' }, as(ANNA, 22))).rejects.toThrow(
      'beyond the ±10',
    )
    await recordAdjustment(run.id, act, as(ANNA, 22))
    await recordAdjustment(run.id, act, as(ANNA, 22))
    // A slip is corrected once, with why; both stay, and one that was never done does not stand.
    const slip = NewAdjustment.parse({ ...act, id: randomUUID(), kind: 'output-trim', beforeOutput: '4.02' })
    await recordAdjustment(run.id, slip, as(ANNA, 22))
    const gone = NewAdjustment.parse({
      id: randomUUID(),
      kind: 'output-trim',
      words: '',
      supersedes: slip.id,
      reason: 'of the other instrument',
      isWithdrawn: true,
    })
    await recordAdjustment(run.id, gone, as(ANNA, 22))
    await expect(
      recordAdjustment(run.id, { ...gone, id: randomUUID(), isWithdrawn: false, words: 'again' }, as(BEN, 22)),
    ).rejects.toThrow('was corrected or withdrawn')
    const acts = (await loadRun(pool(), run.id)).rounds[0]?.adjustments ?? []
    expect(acts.map(({ id }) => id)).toEqual(expect.arrayContaining([slip.id, gone.id]))
    expect(standingActs(acts).map(({ id }) => id)).toEqual([act.id])
    const [opened] = await Promise.all([
      openRound(run.id, { round: 1, fewerPoints: null }, as(ANNA, 23)),
      openRound(run.id, { round: 1, fewerPoints: null }, as(BEN, 23)),
    ])
    expect(opened.rounds.map((round) => round.steps.length)).toEqual([3, 3])
    expect(await count('adjustment', run.id)).toBe(3)
    await answerList(await readRound(opened, 0.001), 'restore')
    await sealRun(run.id, { confirmed: true, remark: null }, as(ANNA, 40))
    const { rows } = await pool().query('SELECT as_found, as_left FROM seal WHERE run_id = $1', [run.id])
    expect(rows[0]).toEqual({ as_found: 'outside', as_left: 'inside' })
  })

  test('departing from the advice needs a reason, leaving it outside a remark', async () => {
    const run = await readRound(await runOnNewInstrument('W-2'), 0.16)
    await expect(decide(run.id, { round: 0, decision: 'leave', reason: null }, as(ANNA))).rejects.toThrow(
      'not what the readings suggest (“adjust”)',
    )
    await answerList(
      await decide(run.id, { round: 0, decision: 'leave', reason: 'spare not here yet' }, as(ANNA)),
      'restore',
    )
    const sign = (remark: string | null) => sealRun(run.id, { confirmed: true, remark }, as(ANNA, 9))
    await expect(sign(null)).rejects.toThrow('left outside its error limit; say in the remark')
    await sign('shift lead told')
  })

  test('a reviewer does not sign as performed; an unfinished run is not signed', async () => {
    const run = await runOnNewInstrument('W-3')
    const sign = (person: typeof ANNA) => sealRun(run.id, { confirmed: true, remark: null }, as(person, 9))
    await expect(sign(RITA)).rejects.toThrow('Rita Test is a reviewer')
    await expect(sign(ANNA)).rejects.toThrow('the run is at “as-found”')
    expect(await count('signature', run.id)).toBe(0)
  })

  test('one open run per instrument; abandoned, it is kept and makes room', async () => {
    const run = await runOnNewInstrument('W-4')
    const { world } = run
    const again = StartRun.parse({
      id: randomUUID(),
      instrumentId: world.instrument.id,
      inputUnit: world.inputUnit,
      inputReferenceId: world.inputReference.id,
      outputReferenceId: world.outputReference?.id ?? null,
      readsDigital: false,
      environment: world.environment,
    })
    await expect(startRun(again, as(BEN))).rejects.toThrow('Anna Test has a run open on this instrument')
    await expect(startRun({ ...again, id: run.id }, as(ANNA))).resolves.toEqual({ id: run.id })
    await expect(startRun({ ...again, id: run.id, decisionRule: 'guard-band' }, as(ANNA))).rejects.toThrow(
      'a run was begun with this id and another plan; yours was not begun',
    )
    await abandonRun(run.id, { reason: 'wrong instrument' }, as(ANNA))
    await expect(startRun(again, as(BEN))).resolves.toEqual({ id: again.id })
    await expect(recordReading(run.id, nextReading(run), as(ANNA))).rejects.toThrow(
      'this run is abandoned and takes nothing more',
    )
  })
})

describe('the register', () => {
  test('an edit makes a version; a run keeps the one it began with', async () => {
    const run = await runOnNewInstrument('C-1')
    const { id } = run.world.instrument
    const configuration = { ...CONFIGURATION, urv: 120 }
    await editConfiguration(id, { basedOnVersion: 1, reason: 'new density', configuration }, as(BEN))
    expect((await selectConfigurations(pool(), id)).map(({ version, configuration: c }) => [version, c.urv])).toEqual([
      [2, 120],
      [1, 100],
    ])
    expect((await loadRun(pool(), run.id)).world).toMatchObject({
      configurationVersion: 1,
      configuration: { urv: 100 },
    })
  })
  test('two edits of one version: the second is told, and nothing is lost', async () => {
    const { id } = await registerInstrument({ tag: 'C-2', configuration: CONFIGURATION }, as(ANNA))
    const edit = (urv: number) =>
      editConfiguration(id, { basedOnVersion: 1, reason: 'r', configuration: { ...CONFIGURATION, urv } }, as(BEN))
    const results = await Promise.allSettled([edit(110), edit(115)])
    expect(results.map((result) => result.status).toSorted()).toEqual(['fulfilled', 'rejected'])
    expect(await selectConfigurations(pool(), id)).toHaveLength(2)
  })
  test('a tag is registered once', async () => {
    await registerInstrument({ tag: 'C-3', configuration: CONFIGURATION }, as(ANNA))
    await expect(registerInstrument({ tag: 'C-3', configuration: CONFIGURATION }, as(BEN))).rejects.toThrow(
      'C-3 is registered already',
    )
  })
  test('the database itself refuses what the schema refuses', async () => {
    const { id } = await registerInstrument({ tag: 'C-4', configuration: CONFIGURATION }, as(ANNA))
    const edit = (change: object) =>
      editConfiguration(
        id,
        { basedOnVersion: 1, reason: 'r', configuration: { ...CONFIGURATION, ...change } },
        as(ANNA),
      )
    await expect(edit({ urv: 0 })).rejects.toThrow('check constraint')
    await expect(edit({ urv: 500 })).rejects.toThrow('check constraint')
    await expect(edit({ urv: 4 })).rejects.toThrow('check constraint')
  })
})
