import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { runState } from '@/core/run/runState'
import {
  ANNA,
  as,
  METER,
  nextReading,
  OTHER_PUMP,
  PUMP,
  peopleAndReferences,
  runOnNewInstrument,
} from '../../../../tests/support/benchPlant'
import { freshDatabase } from '../../../../tests/support/freshDatabase'
import { pool } from '../../database'
import { exchangeReference } from './exchangeReference'
import { loadRun } from './loadRun'
import { recordReading } from './recordReading'

beforeAll(async () => {
  await freshDatabase()
  await peopleAndReferences()
})
afterAll(() => pool().end())

const exchange = (standardId: string, replaces = PUMP.id) => ({
  id: randomUUID(),
  replaces,
  standardId,
  reason: 'battery flat',
})
const reading = (stepId: string, applied: string, output: string) => ({
  ...{ id: randomUUID(), stepId, applied, output },
  ...{ heldSeconds: null, supersedes: null, reason: null },
})

test('readings keep the reference they were taken with; those after are judged by the new one', async () => {
  const run = await runOnNewInstrument('EX-1')
  const first = nextReading(run)
  await recordReading(run.id, reading(first.stepId, '0.00', '4.000'), as(ANNA, 1))
  await exchangeReference(run.id, exchange(OTHER_PUMP.id), as(ANNA, 2))
  const second = nextReading(await loadRun(pool(), run.id))
  const accepted = await recordReading(run.id, reading(second.stepId, '50.00', '12.000'), as(ANNA, 3))
  const { rounds } = runState(await loadRun(pool(), run.id))
  const names = rounds[0]?.points.map(({ budget }) => budget?.lines.map(({ name }) => name).join(' ')) ?? []
  expect(names[0]).toContain('accuracy of T-P')
  expect(names[1]).toContain('accuracy of T-Q')
  expect(names[1]).not.toContain('T-P')
  expect(accepted.point.budget?.lines.map(({ name }) => name)).toContain('accuracy of T-Q')
  // 0.04 % of 300 kPa against 0.02 %: twice the half-width.
  const value = (index: number) =>
    rounds[0]?.points[index]?.budget?.lines.find(({ name }) => /^accuracy of T-[PQ]/.test(name))?.value
  expect((value(1) ?? 0) / (value(0) ?? 1)).toBeCloseTo(2, 9)
  // A correction of the first is of what was typed then, and stays on the reference of then.
  const [before] = (await loadRun(pool(), run.id)).rounds[0]?.steps[0]?.readings ?? []
  const right = { ...reading(first.stepId, '0.00', '4.002'), supersedes: before?.id ?? '', reason: 'digit' }
  const corrected = await recordReading(run.id, right, as(ANNA, 4))
  expect(corrected.point.budget?.lines.map(({ name }) => name)).toContain('accuracy of T-P') // answered as it is recorded
  const again = runState(await loadRun(pool(), run.id)).rounds[0]?.points[0]
  expect(again?.budget?.lines.map(({ name }) => name)).toContain('accuracy of T-P')
})

test('only for one of the run, by one of its kind that is not in use', async () => {
  const run = await runOnNewInstrument('EX-2')
  const by = (...sent: Parameters<typeof exchange>) => exchangeReference(run.id, exchange(...sent), as(ANNA, 1))
  await expect(by(METER.id)).rejects.toThrow('does not do what T-P does')
  await expect(by(OTHER_PUMP.id, randomUUID())).rejects.toThrow('none of this run')
  await expect(by(PUMP.id)).rejects.toThrow('in use in this run already')
})
