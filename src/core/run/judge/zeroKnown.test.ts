import { expect, test } from 'vitest'
import { type ZeroWorld, zeroKnownTo } from './zeroKnown'

/** Invented references; U = 2·√Σu² with u = half-width/√3 (JCGM 100:2008, 4.3.7 and 6.2). */
const WORLD: ZeroWorld = {
  configuration: {
    lrv: 0,
    urv: 100,
    url: 100,
    unit: 'kPa',
    signal: '4-20mA',
    errorLimit: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 0.3 }] },
    adjustLimit: null,
  },
  inputUnit: 'kPa',
  inputReference: {
    id: 'r',
    code: 'X-1',
    unit: 'kPa',
    rangeLow: 0,
    rangeHigh: 200,
    resolution: 0.001,
    accuracy: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 0.05 }] },
  },
}
const known = (change: Partial<ZeroWorld['inputReference']>): number =>
  zeroKnownTo({ ...WORLD, inputReference: { ...WORLD.inputReference, ...change } })

test('by the accuracy of the reference, not by its resolution', () => {
  // 0.05 % of 200 kPa is 0.1 kPa: U = 2·√(0.1²/3 + 0.0005²/3) = 0.11547 kPa, some hundred counts.
  expect(known({})).toBeCloseTo(0.11547, 5)
})

test('by its certificate where it has one: U over k, and twice that', () => {
  const certified = {
    uncertainty: { combine: 'sum', terms: [{ kind: 'absolute', value: 0.03, unit: 'kPa' }] },
    coverageFactor: 2,
  } as const
  expect(known({ certified })).toBeCloseTo(2 * Math.hypot(0.015, 0.0005 / Math.sqrt(3)), 6)
})

test('one count at least, as it shows nothing finer', () => {
  const fine = { combine: 'sum', terms: [{ kind: 'absolute', value: 0.0001, unit: 'kPa' }] } as const
  expect(known({ accuracy: fine, resolution: 0.5 })).toBe(0.5) // 2·0.25/√3 is 0.29, less than a count
  expect(known({ accuracy: fine, resolution: 0.01 })).toBe(0.01)
})

test('in the unit of the range, and straight where a root is taken', () => {
  const inBar = zeroKnownTo({ ...WORLD, configuration: { ...WORLD.configuration, unit: 'bar', urv: 1, url: 1 } })
  expect(inBar).toBeCloseTo(0.0011547, 7)
  const root = { ...WORLD.configuration, transfer: { kind: 'root-to-zero', cutOffPercent: 5 } as const }
  expect(zeroKnownTo({ ...WORLD, configuration: root })).toBeCloseTo(0.11547, 5)
})
