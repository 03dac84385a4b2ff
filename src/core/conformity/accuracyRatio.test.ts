import { describe, expect, test } from 'vitest'
import type { ErrorLimit } from '../error/errorLimit'
import { type ReferenceReach, reachesRange, referenceAccuracyInput, tightestAccuracyRatio } from './accuracyRatio'
import { meterAccuracy } from './meterAccuracy'

const ofSpan = (value: number): ErrorLimit => ({ combine: 'sum', terms: [{ kind: 'percentSpan', value }] })
const basis = { range: { lrv: 0, urv: 40, unit: 'kPa' as const }, url: 60 }
const reference: ReferenceReach = {
  rangeLow: -100,
  rangeHigh: 100,
  unit: 'kPa',
  accuracy: {
    combine: 'sum',
    terms: [
      { kind: 'percentReading', value: 0.02 },
      { kind: 'percentSpan', value: 0.005 },
    ],
  },
}

describe('accuracy ratio at the tightest point, by hand calculation', () => {
  test('the reference is worst at the top: 0.1 kPa over 0.008 + 0.01 kPa', () => {
    const tightest = tightestAccuracyRatio([0, 50, 100], ofSpan(0.25), { basis, reference })
    expect(tightest?.atPercent).toBe(100)
    expect(tightest?.ratio).toBeCloseTo(0.1 / 0.018, 9)
  })
  test('the same in other units: a reference in mbar', () => {
    const inMbar = { ...reference, rangeLow: -1000, rangeHigh: 1000, unit: 'mbar' as const }
    const both = [reference, inMbar].map(
      (each) => tightestAccuracyRatio([25, 100], ofSpan(0.25), { basis, reference: each })?.ratio,
    )
    expect(both[1]).toBeCloseTo(both[0] ?? 0, 9)
  })
  test('accuracy at a point, ± in the unit asked for', () => {
    expect(referenceAccuracyInput(200, 'mbar', reference)).toBeCloseTo(0.04 + 0.1, 9) // 0.02 % of 20 kPa + 0.005 % of 200 kPa
  })
  test('no points, no ratio', () => {
    expect(tightestAccuracyRatio([], ofSpan(1), { basis, reference })).toBeNull()
  })
})

describe('reach', () => {
  test('a module that tops out at 15 psi does not reach a point beyond (common practice, no source)', () => {
    const module = { ...reference, rangeLow: 0, rangeHigh: 15, unit: 'psi' as const }
    const signal = { range: { lrv: 3, urv: 15, unit: 'psi' as const }, url: 20 }
    expect(reachesRange([0, 100], signal, module)).toBe(true)
    expect(reachesRange([0, 105], signal, module)).toBe(false)
  })
  test('a point exactly on the end is reached although the units differ', () => {
    const inBar = { ...reference, rangeLow: 0, rangeHigh: 0.4, unit: 'bar' as const }
    expect(reachesRange([0, 100], basis, inBar)).toBe(true)
  })
})

test('a meter: 0.01 % of 20 mA and 0.005 % of 30 mA make 0.0035 mA (hand calculation)', () => {
  const meter = {
    rangeLow: 0,
    rangeHigh: 30,
    accuracy: {
      combine: 'sum' as const,
      terms: [
        { kind: 'percentReading' as const, value: 0.01 },
        { kind: 'percentSpan' as const, value: 0.005 },
      ],
    },
  }
  expect(meterAccuracy(20, meter)).toBeCloseTo(0.0035, 12)
  const inPascals = {
    ...meter,
    accuracy: { combine: 'sum' as const, terms: [{ kind: 'absolute' as const, value: 1, unit: 'Pa' as const }] },
  }
  expect(() => meterAccuracy(20, inPascals)).toThrow('on an electrical meter')
})
