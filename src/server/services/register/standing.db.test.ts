import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { ANNA, as, CONFIGURATION, peopleAndReferences, runOnNewInstrument } from '../../../../tests/support/benchPlant'
import { freshDatabase } from '../../../../tests/support/freshDatabase'
import { pool } from '../../database'
import { selectInstrument } from '../../sql/register/instrument'
import { abandonRun } from '../run/abandonRun'
import { daySheet } from './daySheet'
import { instrumentPage } from './instrumentPage'
import { registerInstrument } from './instruments'
import { giveTag, sayStanding } from './standing'

beforeAll(async () => {
  await freshDatabase()
  process.env.BARYS_TIME_ZONE = 'UTC'
  await peopleAndReferences()
})
afterAll(() => pool().end())

const register = async (tag: string) => (await registerInstrument({ tag, configuration: CONFIGURATION }, as(ANNA))).id
const dueTags = async () => (await daySheet(as(ANNA, 60).now)).jobs.map(({ tag }) => tag)
const standing = (isRetired: boolean, reason = 'because') => ({ id: randomUUID(), isRetired, reason })
const named = (tag: string, reason = 'because') => ({ id: randomUUID(), tag, reason })

describe('taken out of the register', () => {
  test('nothing of it is due and no run begins; put back, it is due again, and both stay told', async () => {
    const id = await register('ST-1')
    expect(await dueTags()).toContain('ST-1')
    const sent = standing(true, 'line shut down')
    await sayStanding(id, sent, as(ANNA, 1))
    await sayStanding(id, sent, as(ANNA, 1))
    expect(await dueTags()).not.toContain('ST-1')
    await expect(runOnNewInstrument('ST-1', { instrumentId: id })).rejects.toThrow('ST-1 is retired')
    await expect(sayStanding(id, standing(true), as(ANNA, 2))).rejects.toThrow('retired already')
    await sayStanding(id, standing(false, 'line runs again'), as(ANNA, 3))
    expect(await dueTags()).toContain('ST-1')
    const { standings } = await instrumentPage('ST-1', as(ANNA, 9).now)
    expect(standings.map(({ isRetired, reason }) => [isRetired, reason])).toEqual([
      [false, 'line runs again'],
      [true, 'line shut down'],
    ])
    await expect(sayStanding(id, { ...sent, reason: 'another' }, as(ANNA, 4))).rejects.toThrow(
      'stored with other figures',
    )
  })
  test('not while a run is open on it', async () => {
    const run = await runOnNewInstrument('ST-2')
    const id = run.world.instrument.id
    await expect(sayStanding(id, standing(true), as(ANNA, 1))).rejects.toThrow('has a run open')
    await expect(giveTag(id, named('ST-2B'), as(ANNA, 1))).rejects.toThrow('has a run open')
    await abandonRun(run.id, { reason: 'test' }, as(ANNA, 2))
    await sayStanding(id, standing(true), as(ANNA, 3))
  })
})

describe('another tag', () => {
  test('its history goes with it, and the old tag leads to it until another instrument has it', async () => {
    const id = await register('ST-3')
    const sent = named('ST-4', 'loop renumbered')
    await giveTag(id, sent, as(ANNA, 1))
    expect(await giveTag(id, sent, as(ANNA, 1))).toEqual({ id, tag: 'ST-4' })
    expect(await selectInstrument(pool(), { tag: 'ST-4' })).toMatchObject({ id, tag: 'ST-4' })
    expect(await selectInstrument(pool(), { tag: 'ST-3' })).toMatchObject({ id, tag: 'ST-4' })
    const other = await register('ST-3')
    expect(await selectInstrument(pool(), { tag: 'ST-3' })).toMatchObject({ id: other, tag: 'ST-3' })
    const { renamed } = await instrumentPage('ST-4', as(ANNA, 9).now)
    expect(renamed).toMatchObject([{ tagBefore: 'ST-3', tagAfter: 'ST-4', reason: 'loop renumbered', by: ANNA.name }])
  })
  test('one that is taken, and the same again, are refused', async () => {
    const id = await register('ST-5')
    await register('ST-6')
    await expect(giveTag(id, named('ST-6'), as(ANNA, 1))).rejects.toThrow('ST-6 is registered already')
    await expect(giveTag(id, named('ST-5'), as(ANNA, 1))).rejects.toThrow('has that tag already')
    expect(await selectInstrument(pool(), { tag: 'ST-5' })).toMatchObject({ id })
  })
})
