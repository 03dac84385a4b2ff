import { afterAll, beforeAll, expect, test } from 'vitest'
import { runState } from '@/core/run/runState'
import { withReading } from '@/plans/runProgress'
import { SealedRecord } from '@/schema/record'
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
import { pool } from '../../database'
import { selectSeal } from '../../sql/records/seal'
import { verifyChain } from '../proof/verifyChain'
import { sealedState } from '../records/sealedRecord'
import { registerInstrument } from '../register/instruments'
import { decide } from './decide'
import { loadRun } from './loadRun'
import { recordReading } from './recordReading'
import { sealRun } from './sealRun'

beforeAll(async () => {
  await freshDatabase()
  await peopleAndReferences()
})
afterAll(() => pool().end())

/** 0 … 100 kPa by a square root, with PV, AO and display read: everything a point can hold. */
const FLOW = {
  ...CONFIGURATION,
  kind: 'flow-transmitter' as const,
  transfer: { kind: 'root-to-zero' as const, cutOffPercent: 5 },
  displayScale: { lower: 0, upper: 200, unit: 'm³/h' },
  testPoints: [0, 1, 25, 50, 100],
}

test('what a sealed record says of its readings is what the run said of them, to the last figure', async () => {
  const { id: instrumentId } = await registerInstrument({ tag: 'SS-1', configuration: FLOW }, as(ANNA))
  let run = await runOnNewInstrument('SS-1', { instrumentId, readsDigital: true, readsDisplay: true })
  while (run.rounds[0]?.steps.some(({ readings }) => readings.length === 0)) {
    const { applied, ...rest } = nextReading(run)
    const flow = Math.sqrt(Number(applied) / 100)
    const output = (4 + 16 * flow + 0.012).toFixed(3)
    const read = { ...rest, applied, output, pv: applied, ao: output, display: (200 * flow).toFixed(1) }
    run = withReading(run, await recordReading(run.id, read, as(ANNA, 5)))
  }
  const decided = await decide(run.id, { round: 0, decision: 'leave', reason: 'test' }, as(ANNA, 10))
  await answerList(decided, 'restore')
  const { sequence } = await sealRun(run.id, { confirmed: true, remark: 'told' }, as(ANNA, 20))

  const seal = await selectSeal(pool(), sequence)
  const sealed = sealedState(SealedRecord.parse(JSON.parse(seal?.record ?? '')))
  expect(sealed.rounds).toEqual(runState(await loadRun(pool(), run.id)).rounds)
  expect(sealed.rounds[0]?.points[2]).toMatchObject({ atSensor: expect.anything(), pv: 25, display: 100 })
  expect((await verifyChain(pool())).faults).toEqual([])
})
