import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { Configuration } from '@/schema/configuration'
import { FlowSetUp } from '@/schema/flowDesk'
import { LoopSetUp } from '@/schema/loopCard'
import {
  ANNA,
  answerList,
  as,
  BEN,
  CONFIGURATION,
  peopleAndReferences,
  readRound,
  runOnNewInstrument,
} from '../../../../tests/support/benchPlant'
import { freshDatabase } from '../../../../tests/support/freshDatabase'
import { pool } from '../../database'
import { selectInstrument } from '../../sql/register/instrument'
import { applyRangeChange } from '../register/applyRangeChange'
import { editConfiguration, registerInstrument } from '../register/instruments'
import { decide } from '../run/decide'
import { sealRun } from '../run/sealRun'
import { transmitterInLoop } from '../run/transmitterInLoop'
import { deskPage } from './deskPage'
import { exportedDesk } from './exportedDesk'
import { saveDesk } from './saveDesk'

let sealedId = ''
beforeAll(async () => {
  await freshDatabase()
  process.env.BARYS_TIME_ZONE = 'UTC'
  await peopleAndReferences()
  const run = await readRound(await runOnNewInstrument('X-1'))
  await answerList(await decide(run.id, { round: 0, decision: 'leave', reason: null }, as(ANNA, 10)), 'restore')
  await sealRun(run.id, { confirmed: true, remark: null }, as(ANNA, 11))
  sealedId = run.world.instrument.id
})
afterAll(() => pool().end())

const LOOP = LoopSetUp.parse({
  supply: { supplyVolts: 24, wireLength: 100, wireArea: 1, wireCelsius: 20, burdenOhms: 250, leastTerminalVolts: 12 },
  items: [],
  host: { name: 'host', senseOhms: null, allowancePercent: 2, shows0: null, shows50: null, shows100: null },
})
const FLOW = FlowSetUp.parse({
  meter: { kind: 'given pair', dp: 16, flow: 40, flowUnit: 't/h' },
  unit: 'kPa',
  fullFlow: 50,
  root: 'host',
  panelMeter: 'none',
  cutOffPercent: 10,
  belowCutOff: 'drop to zero',
  dpErrorPercent: 0.1,
  allowedPercentOfFlow: 5,
  zeroShift: 0,
})
const VESSEL = {
  heightUnit: 'm' as const,
  densityUnit: 'kg/m3' as const,
  gravity: 9.81,
  vessel: {
    kind: 'open' as const,
    density: 1000,
    lowerTap: 0,
    sensor: 0,
    levelAt0: 0,
    levelAt100: 5,
    lineDensity: null,
  },
  unit: 'kPa' as const,
  signal: '4-20mA' as const,
  display: { lower: 0, upper: 5, unit: 'm' },
}
const DRUM = {
  tapDistance: 0.7,
  gravity: 9.81,
  pressure: 30,
  pressureUnit: 'bar' as const,
  barometric: 1000,
  legCelsius: 60,
  ambientCelsius: 20,
  unit: 'kPa' as const,
}
let minutes = 30
const save = (id: string, set: object) =>
  // A desk and its own set-up; each is saved later than the one before.
  saveDesk(id, { id: randomUUID(), ...set } as Parameters<typeof saveDesk>[1], as(ANNA, minutes++))

describe('the transmitter in its loop', () => {
  const seen = async () => {
    const instrument = await selectInstrument(pool(), { id: sealedId })
    if (!instrument) throw new Error('not there')
    return transmitterInLoop(pool(), instrument, 'UTC')
  }
  test('stands in it with the errors its last record left, at 0, 50 and 100 %', async () => {
    const { tag, calibratedOn, limitPercent, errors } = await seen()
    expect({ tag, calibratedOn, limitPercent }).toEqual({ tag: 'X-1', calibratedOn: '2026-11-20', limitPercent: 0.5 })
    for (const error of Object.values(errors)) expect(error).toBeCloseTo(0, 6)
  })
  test('on another range its errors are not known: those of the old one say nothing', async () => {
    const wanted = {
      lrv: 0,
      urv: 60,
      displayScale: null,
      transfer: { kind: 'linear' as const },
      hostRoot: false,
      source: 'typed' as const,
    }
    const change = { id: randomUUID(), basedOnVersion: 1, wanted, capsule: null, capsuleWork: null, reason: 'trial' }
    await applyRangeChange(sealedId, change, as(ANNA, 20))
    expect(await seen()).toMatchObject({ calibratedOn: null, errors: { 0: null, 50: null, 100: null } })
  })
})

test('a set-up sent twice is stored once, and told as it was stored; another under its id is refused', async () => {
  const id = randomUUID()
  const first = { id, desk: 'flow' as const, setUp: FLOW }
  const stored = await saveDesk(sealedId, first, as(ANNA, 25))
  expect(await saveDesk(sealedId, first, as(BEN, 26))).toEqual(stored)
  const other = saveDesk(sealedId, { ...first, setUp: { ...FLOW, fullFlow: FLOW.fullFlow + 1 } }, as(ANNA, 27))
  await expect(other).rejects.toThrow('stored with another set-up')
  const { rows } = await pool().query(`SELECT count(*)::int FROM desk_set_up WHERE id = $1`, [id])
  expect(rows).toEqual([{ count: 1 }])
})

describe('a saved desk as other programs get it', () => {
  test('vessel: the set-up with LRV and URV, p = ρ·g·h', async () => {
    await save(sealedId, { desk: 'vessel', setUp: { kind: 'level', input: VESSEL } })
    const { comesTo, instrument, savedBy } = await exportedDesk(sealedId, 'vessel')
    expect({ tag: instrument.tag, savedBy }).toEqual({ tag: 'X-1', savedBy: ANNA.name })
    expect(comesTo).toMatchObject({ answer: { lrv: { value: 0 }, urv: { value: expect.closeTo(49.05, 9) } } })
  })
  test('drum, flow, loop and range, each with what it comes to', async () => {
    await save(sealedId, { desk: 'vessel', setUp: { kind: 'drum', input: DRUM, calibrated: 'hot' } })
    expect((await exportedDesk(sealedId, 'vessel')).comesTo).toMatchObject({ answer: { coldUrv: { value: 0 } } })
    await save(sealedId, { desk: 'flow', setUp: FLOW })
    expect((await exportedDesk(sealedId, 'flow')).comesTo).toMatchObject({ dpFull: 25, isRootTakenOnce: true })
    await save(sealedId, { desk: 'loop', setUp: LOOP })
    expect((await exportedDesk(sealedId, 'loop')).comesTo).toMatchObject({ wireOhms: expect.closeTo(200 / 58, 9) })
    const wanted = {
      lrv: 0,
      urv: 50,
      displayScale: null,
      transfer: { kind: 'linear' },
      hostRoot: false,
      source: 'typed',
    }
    await save(sealedId, { desk: 'range', setUp: wanted })
    expect((await exportedDesk(sealedId, 'range')).comesTo).toMatchObject({ verdict: { kind: 're-range' } })
  })
  test('what nothing follows from is not saved; a desk nothing was saved of says so', async () => {
    const noDensity = { ...VESSEL, vessel: { ...VESSEL.vessel, density: 0 } }
    await expect(save(sealedId, { desk: 'vessel', setUp: { kind: 'level', input: noDensity } })).rejects.toThrow(
      'no density of a liquid',
    )
    const hotLeg = { ...DRUM, legCelsius: 300 }
    await expect(
      save(sealedId, { desk: 'vessel', setUp: { kind: 'drum', input: hotLeg, calibrated: 'hot' } }),
    ).rejects.toThrow('hotter than the drum')
    const { id } = await registerInstrument({ tag: 'X-2', configuration: CONFIGURATION }, as(ANNA))
    await expect(exportedDesk(id, 'flow')).rejects.toThrow('nothing is saved of the flow desk')
    await expect(exportedDesk(randomUUID(), 'flow')).rejects.toThrow('no such instrument')
  })
  test('a set-up of an older shape is set up anew instead of breaking the page', async () => {
    const { id } = await registerInstrument({ tag: 'X-3', configuration: CONFIGURATION }, as(ANNA))
    await pool().query(
      `INSERT INTO desk_set_up (id, instrument_id, desk, set_up, saved_at, saved_by) VALUES ($1, $2, 'flow', '{"old": 1}', now(), $3)`,
      [randomUUID(), id, ANNA.id],
    )
    expect((await deskPage('X-3', new Date())).saved.flow).toBeNull()
  })
})

test('a body and a host that takes the root go into the register and come back as they were, version by version', async () => {
  const body = {
    family: 'trial',
    capsule: 'T',
    maxSpan: 150,
    allowsReverse: false,
    links: [{ name: 'long', minSpan: 20, maxSpan: 150 }],
    link: 'long',
  }
  const configuration = Configuration.parse({ ...CONFIGURATION, body, hostRoot: true })
  const { id } = await registerInstrument({ tag: 'X-4', configuration }, as(ANNA))
  expect((await selectInstrument(pool(), { id }))?.configuration).toEqual(configuration)
  const { body: _, hostRoot: __, ...plain } = configuration
  await editConfiguration(id, { basedOnVersion: 1, reason: 'trial', configuration: plain }, as(ANNA))
  const newest = await selectInstrument(pool(), { id })
  expect(newest?.configuration).toEqual(plain)
  expect('body' in JSON.parse(JSON.stringify(newest?.configuration))).toBe(false)
})
