import { expect, test } from 'vitest'
import { bisect } from './bisect'

test('the root of 2 to the last bit, from either side, and turned round', () => {
  const { before, beyond } = bisect({ low: 0, high: 2, isBeyond: (x) => x * x >= 2 })
  expect(before).toBeLessThan(beyond)
  expect(before).toBeCloseTo(Math.SQRT2, 15)
  expect(beyond - before).toBeLessThanOrEqual(2 ** -52)
  expect(bisect({ low: 2, high: 0, isBeyond: (x) => x * x < 2 }).before).toBeCloseTo(Math.SQRT2, 15)
})
test('over many decades by ratios: e⁻²⁰ between 1e-12 and 1e6', () => {
  const found = bisect({ low: 1e-12, high: 1e6, isBeyond: (x) => Math.log(x) > -20, scale: 'ratio' })
  expect(found.before / Math.exp(-20)).toBeCloseTo(1, 12)
})
test('it ends where both ends are one', () => {
  expect(bisect({ low: 3, high: 3, isBeyond: () => true })).toEqual({ before: 3, beyond: 3 })
})
