import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { runState } from '@/core/run/runState'
import { pdfText } from '../../../../e2e/pdfText'
import {
  ANNA,
  answerList,
  as,
  METER,
  nextReading,
  OTHER_PUMP,
  PUMP,
  peopleAndReferences,
  runOnNewInstrument,
} from '../../../../tests/support/benchPlant'
import { freshDatabase } from '../../../../tests/support/freshDatabase'
import { ownReference } from '../../../../tests/support/ownReference'
import type { WorkingPressureReference } from '../../../schema/world'
import { pool } from '../../database'
import { certificatePdf } from '../../documents/certificate'
import { verifyChain } from '../proof/verifyChain'
import { impactOf } from '../references/impact'
import { traceabilityOf } from '../references/traceability'
import { sealedRecordAt } from '../register/instrumentPage'
import { chooseCorrection } from './chooseCorrection'
import { decide } from './decide'
import { exchangeReference } from './exchangeReference'
import { loadRun } from './loadRun'
import { recordReading } from './recordReading'
import { sealRun } from './sealRun'

/** Shows 0.4 kPa too little at its top, 0.2 at its middle, so says its certificate. */
const CORRECTED: WorkingPressureReference = {
  ...PUMP,
  id: randomUUID(),
  code: 'T-C',
  certificate: 'T-9',
  calibration: {
    coverageFactor: 2,
    isApplied: true,
    points: [0, 50, 100].map((indicated) => ({ indicated, correction: indicated * 0.004, uncertainty: 0.02 })),
  },
}
beforeAll(async () => {
  await freshDatabase()
  process.env.BARYS_TIME_ZONE = 'UTC'
  await peopleAndReferences()
  await ownReference(pool(), CORRECTED)
})
afterAll(() => pool().end())

const begun = (tag: string) => runOnNewInstrument(tag, { inputReferenceId: CORRECTED.id })
const choice = (isApplied: boolean, referenceId = CORRECTED.id) => ({
  ...{ id: randomUUID(), referenceId, isApplied, reason: 'certificate of another head' },
})
const errors = async (id: string) =>
  runState(await loadRun(pool(), id)).rounds[0]?.points.map(({ errorPercentSpan }) =>
    Number(errorPercentSpan.toFixed(6)),
  )
const read = (id: string, output: string, minutes: number) =>
  loadRun(pool(), id).then((run) => recordReading(id, { ...nextReading(run), output }, as(ANNA, minutes)))

test('left and made again, every reading is judged anew by hand’s arithmetic; what was shown is kept', async () => {
  const { id } = await begun('CC-1')
  for (const [index, output] of ['4.000', '12.000', '20.000'].entries()) await read(id, output, index + 1)
  // Shown 50 stands for 50.2 kPa: an output of 50 % is 0.2 % too low.
  expect(await errors(id)).toEqual([0, -0.2, -0.4])
  const off = choice(false)
  await chooseCorrection(id, off, as(ANNA, 5))
  expect(await errors(id)).toEqual([0, 0, 0])
  // Sent twice it is stored once; the other way about under the same id it is refused.
  await chooseCorrection(id, off, as(ANNA, 6))
  await expect(chooseCorrection(id, { ...off, isApplied: true }, as(ANNA, 6))).rejects.toThrow()
  await chooseCorrection(id, choice(true), as(ANNA, 7))
  expect(await errors(id)).toEqual([0, -0.2, -0.4])
  const run = await loadRun(pool(), id)
  expect(run.exchanges).toHaveLength(2)
  expect(run.rounds[0]?.steps.map(({ readings }) => readings.at(-1)?.applied)).toEqual(['0.00', '50.00', '100.00'])
})

test('a reading that follows is judged as chosen, and one of a reference that was exchanged keeps its own', async () => {
  const { id } = await begun('CC-2')
  await read(id, '4.000', 1)
  await chooseCorrection(id, choice(false), as(ANNA, 2))
  expect((await read(id, '12.000', 3)).point.errorPercentSpan).toBeCloseTo(0, 9)
  const other = { id: randomUUID(), replaces: CORRECTED.id, standardId: PUMP.id, reason: 'flat battery' }
  await exchangeReference(id, other, as(ANNA, 4))
  await read(id, '20.000', 5)
  expect(await errors(id)).toEqual([0, 0, 0])
})

test('only for one of the run that has points, and not as it is already', async () => {
  const { id } = await begun('CC-3')
  const by = (...sent: Parameters<typeof choice>) => chooseCorrection(id, choice(...sent), as(ANNA, 1))
  await expect(by(true)).rejects.toThrow('corrected already')
  await expect(by(true, OTHER_PUMP.id)).rejects.toThrow('none of this run')
  await expect(by(true, METER.id)).rejects.toThrow('no points to be corrected by')
})

test('sealed, the certificate says how it was taken, the chain holds, and an impact judges it so', async () => {
  const { id } = await begun('CC-4')
  for (const [index, output] of ['4.000', '12.000', '20.000'].entries()) await read(id, output, index + 1)
  await chooseCorrection(id, choice(false), as(ANNA, 5))
  const decided = await decide(id, { round: 0, decision: 'leave', reason: 'as it is' }, as(ANNA, 10))
  await answerList(decided, 'restore')
  const { sequence } = await sealRun(id, { confirmed: true, remark: null }, as(ANNA, 11))
  await expect(chooseCorrection(id, choice(true), as(ANNA, 12))).rejects.toThrow()
  const { seal, record } = await sealedRecordAt(sequence)
  const standing = { reviews: [], supersededBy: null, printedAt: record.signature.signedAt }
  const trace = await traceabilityOf(record)
  const paper = {
    ...{ record, hash: seal.hash, timeZone: 'UTC', standing, trace },
    paper: 'a4' as const,
    proofKey: null,
  }
  const { text } = await pdfText(await certificatePdf(paper))
  expect(text).toContain('T-C: readings as shown, not corrected, by Anna Test')
  expect(text).toContain('certificate of another head')
  expect(text).toContain('readings as shown')
  expect(text).not.toContain('readings corrected')
  expect(text).not.toContain('References exchanged')
  expect((await verifyChain(pool())).faults).toEqual([])
  // 0.3 kPa too much shown: 100 was 99.7, an output of 100 % is 0.3 % too high of ±0.5 %.
  const ask = { rangeId: CORRECTED.id, from: '2026-11-01', to: '2026-11-25', movement: 'all-along' as const }
  const doubt = { ...ask, on: null, found: { kind: 'constant' as const, value: 0.3 } }
  const { dots } = await impactOf(CORRECTED.id, doubt, { now: new Date('2026-11-27T09:00:00Z') })
  expect(dots.find(({ tag }) => tag === 'CC-4')?.shareAfter).toBeCloseTo(0.6, 6)
})
