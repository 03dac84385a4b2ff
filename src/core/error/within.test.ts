import { expect, test } from 'vitest'
import { isWithin } from './within'

// 0.3 − 0.1 and 0.1 + 0.2 are no decimal numbers in binary (IEEE 754): an end that is reached so is still reached.
test.each([
  [0.1 + 0.2, 0, 0.3, true],
  [0.3 - 0.1, 0.2, 1, true],
  [-50, -50, 50, true],
  [50, -50, 50, true],
  [50.001, -50, 50, false],
  [-50.001, -50, 50, false],
  [Number.NaN, 0, 1, false],
])('%d in %d … %d: %s', (value, low, high, isIn) => {
  expect(isWithin(value, { low, high })).toBe(isIn)
})
