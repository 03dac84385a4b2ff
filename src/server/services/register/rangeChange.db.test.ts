import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { Configuration } from '@/schema/configuration'
import type { RangeChange } from '@/schema/desks'
import {
  ANNA,
  as,
  BEN,
  CONFIGURATION,
  peopleAndReferences,
  runOnNewInstrument,
} from '../../../../tests/support/benchPlant'
import { type FreshDatabase, freshDatabase } from '../../../../tests/support/freshDatabase'
import { pool } from '../../database'
import { selectCapsules } from '../../sql/register/capsule'
import { selectNewestSetUps } from '../../sql/register/deskSetUp'
import { selectConfigurations, selectInstrument } from '../../sql/register/instrument'
import { selectRangeChanges } from '../../sql/register/rangeChange'
import { saveDesk } from '../desks/saveDesk'
import { applyRangeChange } from './applyRangeChange'
import { countCapsule, keepCapsule } from './capsules'
import { registerInstrument } from './instruments'

let database: FreshDatabase
const BODY = {
  family: 'trial body',
  capsule: 'T-200',
  maxSpan: null,
  allowsReverse: false,
  links: [],
  link: null,
}
const CAPSULE = {
  code: 'T-800',
  family: 'trial body',
  description: 'trial capsule',
  unit: 'kPa' as const,
  lrl: -100,
  url: 800,
  minSpan: 40,
  maxSpan: null,
  links: [],
  allowsReverse: false,
  kept: 1,
}
const capsuleId = randomUUID()

beforeAll(async () => {
  database = await freshDatabase()
  await peopleAndReferences()
  await keepCapsule({ ...CAPSULE, id: capsuleId }, as(ANNA))
})
afterAll(async () => {
  await pool().end()
  expect(database).toBeDefined()
})

const register = async (tag: string, more: Partial<Configuration> = {}) =>
  (
    await registerInstrument(
      { tag, configuration: Configuration.parse({ ...CONFIGURATION, body: BODY, ...more }) },
      as(ANNA),
    )
  ).id

const change = (lrv: number, urv: number, more: Partial<RangeChange> = {}): RangeChange => ({
  id: randomUUID(),
  basedOnVersion: 1,
  wanted: { lrv, urv, displayScale: null, transfer: { kind: 'linear' }, hostRoot: false, source: 'typed' },
  capsule: null,
  capsuleWork: null,
  reason: 'trial',
  ...more,
})
const WORK = { torque: 31, torqueUnit: 'N·m' as const, manual: 'manual p. 9', serial: '' }

describe('a range change', () => {
  test('makes a version with who, when and why; the one before stays as it was', async () => {
    const id = await register('R-1')
    await applyRangeChange(id, change(-20, 60), as(BEN, 5))
    const [newest, first] = await selectConfigurations(pool(), id)
    expect(newest).toMatchObject({ version: 2, changedBy: BEN.name, changeReason: 'trial' })
    expect(newest?.configuration).toMatchObject({ lrv: -20, urv: 60, body: BODY })
    expect(first?.configuration).toMatchObject({ lrv: 0, urv: 100 })
    expect(await selectRangeChanges(pool(), id)).toMatchObject([{ toVersion: 2, verdict: 're-range', reason: 'trial' }])
  })
  test('sent twice with one id is applied once', async () => {
    const id = await register('R-2')
    const once = change(0, 80)
    await applyRangeChange(id, once, as(ANNA))
    await applyRangeChange(id, once, as(ANNA))
    expect((await selectConfigurations(pool(), id)).map(({ version }) => version)).toEqual([2, 1])
  })
  test('the last capsule goes into one instrument only, however many ask at once', async () => {
    const ids = await Promise.all(['R-3', 'R-4', 'R-5'].map((tag) => register(tag)))
    const wanted = () => change(0, 500, { capsule: 'T-800', capsuleWork: WORK })
    const answers = await Promise.allSettled(ids.map((id) => applyRangeChange(id, wanted(), as(ANNA))))
    expect(answers.filter(({ status }) => status === 'fulfilled')).toHaveLength(1)
    for (const answer of answers)
      if (answer.status === 'rejected')
        expect(String(answer.reason)).toMatch(/T-800 is gone|lies above the upper limit/)
    expect(await selectCapsules(pool())).toMatchObject([{ code: 'T-800', kept: 0 }])
    const versions = await Promise.all(ids.map(async (id) => (await selectConfigurations(pool(), id)).length))
    expect(versions.toSorted()).toEqual([1, 1, 2])
    const fitted = await Promise.all(ids.map((id) => selectInstrument(pool(), { id })))
    expect(fitted.find((each) => each?.version === 2)?.configuration).toMatchObject({
      url: 800,
      body: { capsule: 'T-800' },
    })
    await countCapsule(capsuleId, 3, as(ANNA))
    expect(await selectCapsules(pool())).toMatchObject([{ kept: 3 }])
  })
  test('a calibration that begins at the same moment and the change: one of them waits, and the run is of one range', async () => {
    for (const turn of [1, 2, 3, 4]) {
      const id = await register(`R-1${turn}`)
      const [changed, begun] = await Promise.allSettled([
        applyRangeChange(id, change(0, 70), as(ANNA)),
        runOnNewInstrument('', { instrumentId: id }, { isolate: false }),
      ])
      expect(begun.status).toBe('fulfilled')
      const newest = await selectInstrument(pool(), { id })
      if (begun.status !== 'fulfilled') return
      const run = begun.value
      // Refused because the run was first, or the run is of the new range: never a run of a range that is gone.
      expect(newest?.version).toBe(changed.status === 'fulfilled' ? 2 : 1)
      expect(run.world.configuration.urv).toBe(newest?.configuration.urv)
    }
  })
  test('a host that was left with its scale although it was said is recorded with the change', async () => {
    const displayScale = { lower: 0, upper: 10, unit: 'm' }
    const id = await register('R-host', { displayScale })
    const { wanted } = change(0, 80)
    await applyRangeChange(id, change(0, 80, { wanted: { ...wanted, displayScale } }), as(BEN))
    const [applied] = await selectRangeChanges(pool(), id)
    // 80 of 100 kPa: 8 of 10 m by the range before.
    expect(applied?.detail.notes.join()).toMatch(/keeps 0 … 10 m: at 80 kPa it would show 10 m, .* that is 8 m/)
    await applyRangeChange(id, change(0, 90, { basedOnVersion: 2, wanted: { ...wanted, urv: 90 } }), as(BEN))
    expect((await selectRangeChanges(pool(), id))[0]?.detail.notes).toEqual([])
  })
  test.each([
    ['from a version that is no longer the newest', change(0, 50, { basedOnVersion: 4 }), /made version 1/],
    ['beyond the sensor and the shelf', change(0, 5000), /above the upper limit/],
    ['to the range it has', change(0, 100), /the range it has already/],
    ['to another capsule without its torque', change(0, 500), /torque/],
    ['turned round on a body that cannot', change(100, 0), /act in reverse/],
  ])('%s is refused, and nothing is half-written', async (_, asked, says) => {
    const id = await register(`R-${randomUUID().slice(0, 6)}`)
    await expect(applyRangeChange(id, asked, as(ANNA))).rejects.toThrow(says)
    expect(await selectConfigurations(pool(), id)).toHaveLength(1)
    expect(await selectRangeChanges(pool(), id)).toEqual([])
  })
})

describe('set-ups of desks', () => {
  const setUp = (urv: number) => ({
    id: randomUUID(),
    desk: 'range' as const,
    setUp: change(0, urv).wanted,
  })
  test('the newest reopens, one sent twice is stored once, and none is ever changed', async () => {
    const id = await register('R-9')
    const first = setUp(40)
    await saveDesk(id, first, as(ANNA, 1))
    await saveDesk(id, first, as(ANNA, 2))
    await saveDesk(id, setUp(60), as(BEN, 3))
    const { range, vessel } = await selectNewestSetUps(pool(), id)
    expect(range).toMatchObject({ savedBy: BEN.name, setUp: { lrv: 0, urv: 60, source: 'typed' } })
    expect(vessel).toBeNull()
    const { rows } = await pool().query('SELECT count(*)::int FROM desk_set_up WHERE instrument_id = $1', [id])
    expect(rows).toEqual([{ count: 2 }])
    for (const sql of ['UPDATE desk_set_up SET desk = desk', 'DELETE FROM desk_set_up', 'DELETE FROM range_change'])
      await expect(pool().query(sql)).rejects.toThrow(/permission denied|refused/)
  })
  test('an instrument that is not there is refused', async () => {
    await expect(saveDesk(randomUUID(), setUp(40), as(ANNA))).rejects.toThrow('no such instrument')
  })
})
