import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { pdfText } from '../../../../e2e/pdfText'
import {
  ANNA,
  answerList,
  as,
  CONFIGURATION,
  nextReading,
  peopleAndReferences,
  runOnNewInstrument,
} from '../../../../tests/support/benchPlant'
import { freshDatabase } from '../../../../tests/support/freshDatabase'
import { runState } from '../../../core/run/runState'
import { Amending } from '../../../schema/review'
import { NewAdjustment } from '../../../schema/run'
import type { RunView } from '../../../schema/runView'
import { StartRun } from '../../../schema/startRun'
import { pool } from '../../database'
import { certificatePdf } from '../../documents/certificate'
import { verifyChain } from '../proof/verifyChain'
import { amendRecord } from '../records/amendRecord'
import { traceabilityOf } from '../references/traceability'
import { sealedRecordAt } from '../register/instrumentPage'
import { registerInstrument } from '../register/instruments'
import { recordAdjustment } from './adjust'
import { decide } from './decide'
import { loadRun } from './loadRun'
import { recordReading } from './recordReading'
import { sealRun } from './sealRun'

beforeAll(async () => {
  await freshDatabase()
  process.env.BARYS_TIME_ZONE = 'UTC'
  await peopleAndReferences()
})
afterAll(() => pool().end())

const headOf = (heightMillimetre: string, fill = 'water') => StartRun.shape.head.parse({ heightMillimetre, fill })
/** Reads the next points with what was applied by the reference and read at the output. */
async function readAll(run: RunView, readings: readonly (readonly [applied: string, output: string])[]) {
  let present = run
  for (const [applied, output] of readings) {
    await recordReading(present.id, nextReading(present, { applied, output }), as(ANNA, 2))
    present = await loadRun(pool(), present.id)
  }
  return present
}
const errorsOf = (run: RunView) => runState(run).rounds[0]?.points.map(({ errorPercentSpan }) => errorPercentSpan)

/* 0 … 100 kPa, ±0.5 %. (ρ − 1.2) · 9.80665 · 1.5 m with water of 21.5 °C, 997.88 kg/m³ (Tanaka, from memory): 14.66 kPa. */
const PERFECT = [
  ['-14.66', '4.000'],
  ['35.34', '12.000'],
  ['85.34', '20.000'],
] as const

describe('a reference 1.5 m above the instrument, in water', () => {
  test('is refused where the pump presses on the low side, and there alone', async () => {
    const below = (lrv: number, urv: number, tag: string) =>
      registerInstrument(
        { tag, configuration: { ...CONFIGURATION, pressureKind: 'differential', lrv, urv, url: 100 } },
        as(ANNA),
      )
    const { id } = await below(-50, -10, 'H-LOW')
    const start = runOnNewInstrument('H-LOW', { instrumentId: id, head: headOf('100'), isHeadConfirmed: true })
    await expect(start).rejects.toThrow(/presses on the low side.*level with the instrument/)
  })
  test('is asked about, since a slip of the height would decide', async () => {
    const start = runOnNewInstrument('H-1', { head: headOf('1500') })
    await expect(start).rejects.toThrow(/1500 mm higher, .*check height, sign and fill/)
  })
  test('confirmed, a perfect instrument is inside; the certificate says where the reference stood', async () => {
    const run = await runOnNewInstrument('H-2', { head: headOf('1500'), isHeadConfirmed: true })
    expect(run.world.head?.facts?.densityKgPerM3).toBeCloseTo(997.88, 1)
    const read = await readAll(run, PERFECT)
    for (const error of errorsOf(read) ?? []) expect(Math.abs(error)).toBeLessThan(0.02)
    expect(runState(read).rounds[0]?.analysis.verdict).toBe('inside')
    await answerList(await decide(run.id, { round: 0, decision: 'leave', reason: null }, as(ANNA, 5)), 'restore')
    const signing = { confirmed: true as const, remark: null, ambientEndCelsius: '22.4' }
    const { sequence } = await sealRun(run.id, signing, as(ANNA, 9))
    const { seal, record } = await sealedRecordAt(sequence)
    const standing = { reviews: [], supersededBy: null, printedAt: record.signature.signedAt }
    const trace = await traceabilityOf(record)
    const { text } = await pdfText(
      await certificatePdf({ record, hash: seal.hash, timeZone: 'UTC', paper: 'a4', standing, trace, proofKey: null }),
    )
    expect(text).toContain('1500 mm above the instrument, line filled with water of 997.9 kg/m³')
    expect(text).toContain('Corrections made to the readings')
    expect(text).toContain('ambient 21.5 °C as the work began, 22.4 °C as the work ended')
    expect(text).toMatch(/0 % rising −14\.66 \+14\.661 0\.001/)
    // Put right: it stood below. Every error moves by twice the head.
    const amending = Amending.parse({ id: randomUUID(), reason: 'it stood below', head: headOf('-1500') })
    const { id } = await amendRecord(sequence, amending, as(ANNA, 11))
    const amended = await loadRun(pool(), id)
    expect(amended.world.head).toMatchObject({ heightMillimetre: -1500, fill: 'water' })
    for (const error of errorsOf(amended) ?? []) expect(error).toBeCloseTo(2 * 14.66, 1)
    expect((await verifyChain(pool())).faults).toEqual([])
  })
  test('a leg on the low side is for an instrument that has one', async () => {
    await expect(
      runOnNewInstrument('H-3', { lowLeg: StartRun.shape.lowLeg.parse({ heightMillimetre: '800', fill: 'water' }) }),
    ).rejects.toThrow('it has no low side')
  })
})

test('a trim against the readings needs its reason: acting the wrong way round is no zero', async () => {
  const run = await readAll(await runOnNewInstrument('H-4'), [
    ['0.00', '20.000'],
    ['50.00', '12.000'],
    ['100.00', '4.000'],
  ])
  await decide(run.id, { round: 0, decision: 'adjust', reason: null }, as(ANNA, 5))
  const act = NewAdjustment.parse({
    ...{ id: randomUUID(), kind: 'output-trim', words: 'at both ends' },
    ...{ applied: null, beforeOutput: '4.02', afterOutput: '4.000' },
  })
  await expect(recordAdjustment(run.id, act, as(ANNA, 6))).rejects.toThrow(/another fault than the output trim cures/)
  await recordAdjustment(run.id, { ...act, reason: 'set the direction first, this too was off' }, as(ANNA, 6))
})
