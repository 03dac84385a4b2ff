import { describe, expect, test } from 'vitest'
import { reference, relativeDifference } from '../../../tests/support/reference'
import { driftProjection } from './driftProjection'
import { reliabilityInterval } from './reliabilityInterval'
import { staircaseInterval } from './staircase'

const stairs = { lengthenFactor: 1.25, shortenFactor: 0.5, lengthenInsidePercent: 60, leastMonths: 3, mostMonths: 36 }

describe('staircase (ILAC-G24, method 1): one step up, none, one down, and its two ends', () => {
  test.each([
    { months: 12, share: 40, gives: 15, step: 'longer' },
    { months: 12, share: 80, gives: 12, step: 'same' },
    { months: 12, share: 130, gives: 6, step: 'shorter' },
    { months: 34, share: 10, gives: 36, step: 'longer' },
    { months: 4, share: 300, gives: 3, step: 'shorter' },
    // On an edge: just inside its limit is no reason to shorten, just at the share that earns a longer one is.
    { months: 12, share: 100, gives: 12, step: 'same' },
    { months: 12, share: 100.001, gives: 6, step: 'shorter' },
    { months: 12, share: 60, gives: 15, step: 'longer' },
    { months: 12, share: 60.001, gives: 12, step: 'same' },
  ])('$months months, $share % of the limit: $gives', ({ months, share, gives, step }) => {
    expect(staircaseInterval(months, share, stairs)).toEqual({ months: gives, step })
  })
  test('a staircase that falls when it should climb is refused', () => {
    expect(() => staircaseInterval(12, 40, { ...stairs, lengthenFactor: 0.8 })).toThrow('lengthening')
  })
})

type Drift = {
  years: number[]
  errors: number[]
  limit: number
  rate: number
  scatter: number
  crosses: number
  bandCrosses: number
}
const { source, cases } = reference<Drift>('drift')

describe(`drift beside ${source}`, () => {
  test.each(cases)('$errors against ±$limit', (given) => {
    const points = given.years.map((years, index) => ({ years, error: given.errors[index] ?? 0 }))
    const found = driftProjection(points, given.limit, 0.95)
    expect(relativeDifference(found.ratePerYear, given.rate)).toBeLessThan(1e-9)
    expect(relativeDifference(found.scatter, given.scatter)).toBeLessThan(1e-9)
    const now = Math.max(...given.years)
    if (given.crosses > now + 20) expect(found.crossesAtYears).toBeNull()
    else expect(found.crossesAtYears).toBeCloseTo(given.crosses, 6)
    expect(found.bandCrossesAtYears).toBeCloseTo(given.bandCrosses, 5)
  })
  test('an instrument that stands still never crosses; two points make no line', () => {
    const still = [0, 1, 2].map((years) => ({ years, error: 0.1 }))
    expect(driftProjection(still, 0.5, 0.95).crossesAtYears).toBeNull()
    expect(() => driftProjection(still.slice(1), 0.5, 0.95)).toThrow('three calibrations')
  })
})

describe('reliability target, exponential model', () => {
  const checks = (inside: number, outside: number, months: number) => [
    ...Array.from({ length: inside }, () => ({ months, isInside: true })),
    ...Array.from({ length: outside }, () => ({ months, isInside: false })),
  ]
  test('all after one interval: λ = −ln(share inside)/t, the closed form', () => {
    const found = reliabilityInterval(checks(45, 5, 12), 0.95)
    expect(found.failuresPerMonth).toBeCloseTo(-Math.log(0.9) / 12, 9)
    expect(found.months).toBeCloseTo((12 * Math.log(0.95)) / Math.log(0.9), 6)
    expect(found.observedReliability).toBeCloseTo(0.9, 12)
  })
  test('none outside: the rate that shows none in half of all cases', () => {
    const { failuresPerMonth, basis } = reliabilityInterval(checks(10, 0, 12), 0.95)
    expect(Math.exp(-failuresPerMonth * 120)).toBeCloseTo(0.5, 12)
    expect(basis).toBe('none found outside')
  })
  test.each([
    ['no checks', () => reliabilityInterval([], 0.95), 'none given'],
    ['every one outside', () => reliabilityInterval(checks(0, 3, 12), 0.95), 'every one'],
    ['a target of 1', () => reliabilityInterval(checks(3, 1, 12), 1), 'below 1'],
  ])('%s is refused', (_, attempt, says) => {
    expect(attempt).toThrow(says)
  })
})
