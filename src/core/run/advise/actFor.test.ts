import { describe, expect, test } from 'vitest'
import type { AdjustmentKind } from '../../adjust/adjustmentKind'
import { SIGNALS } from '../../signal/signal'
import { movedBeyond } from '../judge/stability'
import { actFor } from './actFor'
import { remainsAfter } from './remainsAfter'

/** Lower trim before upper, sensor before output: common practice, no source. */
describe('the act offered next', () => {
  test.each([
    ['output-stage', [], 'output-trim'],
    ['output-stage', ['output-trim'], 'output-trim'], // its other end
    ['sensor-stage', [], 'lower-sensor-trim'],
    ['sensor-stage', ['lower-sensor-trim'], 'upper-sensor-trim'],
    ['both-stages', ['lower-sensor-trim', 'upper-sensor-trim'], 'output-trim'],
    ['zero-shift', [], 'zero-trim'],
    ['root-twice', [], 'other'],
  ] as const)('for %s after %j: %s', (cause, done, kind) => {
    expect(actFor(cause, done)).toBe(kind)
  })
})

const BASIS = {
  range: { lrv: 0, urv: 10, unit: 'bar' },
  url: 20,
  scale: SIGNALS['4-20mA'],
  errorLimit: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 0.5 }] },
  adjustLimit: null,
} as const

describe('what an act leaves, % of span', () => {
  const remains = (kind: AdjustmentKind, applied: string | null, afterOutput: string | null) =>
    remainsAfter({ kind, applied, afterOutput }, { basis: BASIS, inRange: (shown) => shown })
  test('a sensor trim against the pressure applied: 5 bar asks for 12 mA, 12.016 mA is 0.1 % more', () => {
    expect(remains('lower-sensor-trim', '5.000', '12.016')).toBeCloseTo(0.1, 9)
  })
  test('an output trim against the end it was done at: 4.008 and 19.984 mA', () => {
    expect(remains('output-trim', null, '4.008')).toBeCloseTo(0.05, 9)
    expect(remains('output-trim', null, '19.984')).toBeCloseTo(-0.1, 9)
  })
  test('nothing is said without figures', () => {
    expect(remains('zero-screw', null, '4.000')).toBeNull()
    expect(remains('other', '5.000', null)).toBeNull()
  })
})

describe('standing still while a point is held', () => {
  const run = {
    configuration: {
      lrv: 0,
      urv: 10,
      url: 20,
      unit: 'bar',
      signal: '4-20mA',
      errorLimit: BASIS.errorLimit,
      adjustLimit: null,
    },
    inputUnit: 'bar',
    stabilityPercent: 0.1, // 0.016 mA
  } as const
  test('a movement as large as the window is within it, a larger one is named', () => {
    expect(movedBeyond(12, 12.016, run)).toBeNull()
    expect(movedBeyond(12.016, 12, run)).toBeNull()
    expect(movedBeyond(12, 12.02, run)).toBe('it moved by 0.0200 mA, more than ±0.0160')
  })
  test('looked at once, or not asked for, it is not judged', () => {
    expect(movedBeyond(null, 13, run)).toBeNull()
    expect(movedBeyond(12, 13, { ...run, stabilityPercent: undefined })).toBeNull()
  })
})
