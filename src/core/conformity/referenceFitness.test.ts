import { describe, expect, test } from 'vitest'
import { SIGNALS } from '../signal/signal'
import { ratioText } from './fitnessIssue'
import { channelIssues, type FitnessJob, inputFitness, outputFitness } from './referenceFitness'
import { beyondReach, type FitReference } from './referenceReader'

/** 0 … 10 bar, ±0.5 % of span: 0.05 bar. */
const JOB: FitnessJob = {
  basis: { range: { lrv: 0, urv: 10, unit: 'bar' }, url: 20 },
  errorLimit: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 0.5 }] },
  percents: [0, 50, 100],
  pressureKind: 'gauge',
  day: '2026-06-15',
}
const REFERENCE: FitReference = {
  quantity: 'pressure',
  code: 'T-1',
  pressureKind: 'gauge',
  unit: 'bar',
  rangeLow: 0,
  rangeHigh: 12,
  resolution: 0.001,
  dueOn: '2026-06-15',
  accuracy: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 0.05 }] },
}
const METER: FitReference = {
  quantity: 'electrical',
  code: 'T-2',
  unit: 'mA',
  rangeLow: 0,
  rangeHigh: 25,
  resolution: 0.001,
  dueOn: '2026-12-31',
  accuracy: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 0.02 }] },
}
const input = (change: object) => inputFitness({ ...REFERENCE, ...change } as FitReference, JOB)
/** What is wrong with bringing some media into an instrument that may be touched by others (common practice, no source). */
const brought = (media: readonly string[] | undefined, touchedBy: readonly string[] | undefined) =>
  inputFitness({ ...REFERENCE, media } as FitReference, { ...JOB, media: touchedBy } as FitnessJob).issues
test.each([
  [['oil'], ['dry-gas', 'air'], 1],
  [['oil', 'water'], ['water'], 0],
  [['water'], ['air'], 1],
  [undefined, ['air'], 0],
  [[], ['air'], 0],
])('%j brought into what %j may touch', (media, touchedBy, count) => {
  const issues = brought(media, touchedBy).filter(({ isUnfit }) => isUnfit)
  expect(issues.map(({ code, isUnfit }) => [code, isUnfit])).toEqual(Array(count).fill(['medium', true]))
})
const unfit = (change: object) =>
  input(change)
    .issues.filter(({ isUnfit }) => isUnfit)
    .map(({ code }) => code)

describe('what gives the pressure (rules: common practice, no source)', () => {
  test('in date on its last day, reaching, eight times better: nothing is amiss', () => {
    expect(input({})).toMatchObject({ issues: [], reached: 3, isInDate: true })
    expect(input({}).ratio).toBeCloseTo(0.05 / 0.006, 9)
  })
  test.each([
    ['another kind of pressure', { pressureKind: 'absolute' }, ['kind']],
    ['a day late', { dueOn: '2026-06-14' }, ['out-of-date']],
    ['short at the top', { rangeHigh: 9.99 }, ['reach']],
    ['ending exactly on the top point', { rangeHigh: 10 }, []],
    [
      'as poor as the instrument may be',
      { accuracy: { combine: 'sum', terms: [{ kind: 'absolute', value: 0.051, unit: 'bar' }] } },
      ['reach'],
    ],
    ['showing steps as large as the limit', { resolution: 0.05 }, []],
    ['showing larger steps than the limit', { resolution: 0.051 }, ['resolution']],
  ])('%s', (_what, change, codes) => {
    expect(unfit(change)).toEqual(codes)
  })
  test('no headroom is a remark: a fiftieth of its range above the top point is enough', () => {
    const looks = (rangeHigh: number) => input({ rangeHigh }).issues.map(({ code }) => code)
    expect(looks(10)).toContain('headroom')
    expect(looks(10.21)).not.toContain('headroom')
  })
  test('points beyond those of its certificate: a little costs uncertainty, farther is not covered', () => {
    const upTo = (last: number) =>
      input({
        calibration: {
          coverageFactor: 2,
          isApplied: true,
          points: [0, last].map((indicated) => ({ indicated, correction: 0, uncertainty: 0.001 })),
        },
      }).issues
    expect(upTo(10)).toEqual([])
    expect(upTo(9.1)).toMatchObject([{ code: 'certificate', isUnfit: false }])
    expect(upTo(9)).toMatchObject([
      { code: 'certificate', isUnfit: true, words: 'its certificate covers 0 … 9 bar, not 10 bar' },
    ])
  })
  test('what the reference must give is asked for, not what the instrument sees', () => {
    const facts = {
      ...{ densityKgPerM3: 1000, celsius: 20, gravityMPerS2: 9.8, airDensityKgPerM3: 0 },
      ...{ heightDoubtMillimetre: 0, densityDoubtPercent: 0, celsiusDoubt: 0, gravityDoubtPercent: 0 },
    }
    const below = { head: { heightMillimetre: -22_000, fill: 'water', facts } } as const // 2.156 bar to be made up for
    expect(inputFitness(REFERENCE, { ...JOB, heads: below }).issues).toMatchObject([{ code: 'reach' }])
    expect(inputFitness({ ...REFERENCE, rangeHigh: 13 }, { ...JOB, heads: below }).issues).toEqual([])
    // 1.5 m above: vented, the reference leaves 0.147 bar on the cell, 1.5 % of its span; from 1 m it is near enough to 0.
    const above = (heightMillimetre: number) => ({ head: { ...below.head, heightMillimetre } })
    expect(inputFitness(REFERENCE, { ...JOB, heads: above(1500) }).issues).toMatchObject([{ code: 'reach' }])
    expect(inputFitness(REFERENCE, { ...JOB, heads: above(1000) }).issues).toEqual([])
  })
  test('a ratio of exactly four is no remark, and 3.988 is not shown as 4.0', () => {
    const of = (value: number) =>
      input({ accuracy: { combine: 'sum', terms: [{ kind: 'absolute', value, unit: 'bar' }] } })
    expect(of(0.0125).issues).toEqual([])
    const [issue] = of(0.05 / 3.988).issues
    expect(issue).toMatchObject({ code: 'ratio', isUnfit: false, words: 'ratio 3.99 : 1, under 4 : 1' })
    expect(ratioText(4)).toBe('4.0 : 1')
  })
})

describe('what reads the output', () => {
  const output = (change: object, scale = SIGNALS['4-20mA'] as (typeof SIGNALS)[keyof typeof SIGNALS]) =>
    outputFitness({ ...METER, ...change } as FitReference, scale, JOB)
  test('a current meter reads a current; a pressure reference does not', () => {
    expect(output({}).issues).toEqual([])
    expect(outputFitness(REFERENCE, SIGNALS['4-20mA'], JOB).issues[0]?.code).toBe('kind')
  })
  test('one that tops out below the signal reaches nothing; one that tops out just above has no headroom', () => {
    expect(output({ rangeHigh: 19.9 }).issues[0]).toMatchObject({ code: 'reach', isUnfit: true })
    expect(output({ rangeHigh: 20.2 }).issues[0]).toMatchObject({ code: 'headroom', isUnfit: false })
  })
})

test('one device with one channel cannot give the pressure and read the output', () => {
  const device = { ...REFERENCE, id: 'a' }
  expect(channelIssues(device, { id: 'a' })).toHaveLength(1)
  expect(channelIssues({ ...device, channels: 2 }, { id: 'a' })).toEqual([])
  expect(channelIssues(device, { id: 'b' })).toEqual([])
  expect(channelIssues(device, null)).toEqual([])
  // Two modules of one device share its channels.
  expect(channelIssues({ ...device, deviceId: 'd' }, { id: 'b', deviceId: 'd' })).toHaveLength(1)
  expect(channelIssues({ ...device, deviceId: 'd', channels: 2 }, { id: 'b', deviceId: 'd' })).toEqual([])
  // The first range of a device has the device’s own id.
  expect(channelIssues(device, { id: 'b', deviceId: 'a' })).toHaveLength(1)
})

test('a reading beyond what a reference reaches cannot have been read on it', () => {
  expect(beyondReach(12, 'bar', REFERENCE)).toBeNull()
  expect(beyondReach(5, 'mA', REFERENCE)).toBe('T-1 does not read mA')
  expect(beyondReach(5, 'bar', METER)).toBe('T-2 does not read bar')
  // It gives an absolute pressure, and reads no output of gauge pressure.
  const absolute: FitReference = { ...REFERENCE, pressureKind: 'absolute' }
  expect(beyondReach(5, 'bar', absolute)).toBeNull()
  expect(outputFitness(absolute, SIGNALS['20-100kPa'], JOB).issues.map(({ code }) => code)).toEqual(['kind'])
  expect(beyondReach(1200.7, 'kPa', REFERENCE)).toBe('1200.7 kPa is beyond what T-1 reaches (0 … 1200 kPa)')
  expect(beyondReach(-0.01, 'bar', REFERENCE)).toContain('beyond what T-1 reaches')
  expect(beyondReach(25.01, 'mA', METER)).toContain('(0 … 25 mA)')
  expect(beyondReach(25, 'mA', METER)).toBeNull()
})

test('at its ends it may show as much beyond them as it may be wrong there, or one step (common practice, no source)', () => {
  for (const at of [-0.006, 12.006]) expect(beyondReach(at, 'bar', REFERENCE)).toBeNull()
  for (const at of [-0.00601, 12.00601]) expect(beyondReach(at, 'bar', REFERENCE)).toContain('beyond')
  const ofReading: FitReference = {
    ...REFERENCE,
    accuracy: { combine: 'sum', terms: [{ kind: 'percentReading', value: 0.05 }] },
  } as FitReference
  expect(beyondReach(-0.001, 'bar', ofReading)).toBeNull()
  expect(beyondReach(-0.00101, 'bar', ofReading)).toContain('beyond')
})
