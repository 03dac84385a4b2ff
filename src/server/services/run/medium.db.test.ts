import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, expect, test } from 'vitest'
import {
  ANNA,
  as,
  CONFIGURATION,
  METER,
  PUMP,
  peopleAndReferences,
  runOnNewInstrument,
} from '../../../../tests/support/benchPlant'
import { freshDatabase } from '../../../../tests/support/freshDatabase'
import { ownReference } from '../../../../tests/support/ownReference'
import type { Configuration } from '../../../schema/configuration'
import { pool } from '../../database'
import { registerInstrument } from '../register/instruments'
import { exchangeReference } from './exchangeReference'

const OIL = { ...PUMP, id: randomUUID(), code: 'T-O', description: 'tester filled with oil', media: ['oil' as const] }
const DRY = { ...PUMP, id: randomUUID(), code: 'T-D', description: 'kept dry', media: ['dry-gas' as const] }

beforeAll(async () => {
  await freshDatabase()
  process.env.BARYS_TIME_ZONE = 'UTC'
  await peopleAndReferences()
  for (const each of [OIL, DRY]) await ownReference(pool(), each)
})
afterAll(() => pool().end())

const registered = async (tag: string, change: Partial<Configuration>) =>
  (await registerInstrument({ tag, configuration: { ...CONFIGURATION, ...change } }, as(ANNA))).id
const begin = async (tag: string, change: Partial<Configuration>, referenceId: string, more: object = {}) =>
  runOnNewInstrument(tag, {
    instrumentId: await registered(tag, change),
    inputReferenceId: referenceId,
    outputReferenceId: METER.id,
    ...more,
  })

test('oil is asked about where nobody has said what may touch the instrument; who said it stands in the record', async () => {
  await expect(begin('M-1', {}, OIL.id)).rejects.toThrow(/T-O works with oil, and nobody has said whether.*confirm it/)
  const { world } = await begin('M-2', {}, OIL.id, { isMediumConfirmed: true })
  expect(world.mediumConfirmed).toEqual({ asked: expect.stringContaining('T-O works with oil'), by: ANNA.name })
})

test('oil is not brought into oxygen, whatever is confirmed and whoever gives a reason', async () => {
  const whatever = { isMediumConfirmed: true, unfitReason: 'nothing else at hand' }
  await expect(begin('M-3', { fluidHazards: ['oxygen'] }, OIL.id, whatever)).rejects.toThrow(
    /oil ignites in oxygen under pressure.*choose another reference$/,
  )
})

test('a reference of which nobody knows what it was used with is asked about on oxygen, and no other', async () => {
  await expect(begin('M-4', { fluidHazards: ['oxygen'] }, PUMP.id)).rejects.toThrow(
    /T-P nobody has said what it was used with, and oil ignites/,
  )
  const { world } = await begin('M-5', { fluidHazards: ['oxygen'] }, DRY.id)
  expect(world.mediumConfirmed).toBeUndefined()
})

test('in the middle of a run nothing is taken that would have been asked about', async () => {
  const run = await begin('M-6', {}, DRY.id)
  const exchange = { id: randomUUID(), replaces: DRY.id, standardId: OIL.id, reason: 'battery empty' }
  await expect(exchangeReference(run.id, exchange, as(ANNA, 1))).rejects.toThrow(
    /whether oil may go into.*choose another/,
  )
})
