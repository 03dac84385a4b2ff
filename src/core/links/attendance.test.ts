import { expect, test } from 'vitest'
import { attendance, secondsToVent } from './attendance'

// Times of ours, no source: missed after half a minute, vented two and a half minutes later.
test.each([
  [30, 0, 'there', 150],
  [30.1, 0, 'missed', 149.9],
  [180, 0, 'missed', 0],
  [180.1, 0, 'gone', 0],
  // A person said that it may stand alone for ten minutes.
  [600, 600, 'there', 150],
  [601, 600, 'missed', 149],
  [751, 600, 'gone', 0],
  // A permission of a few seconds takes nothing away.
  [29, 5, 'there', 151],
] as const)('alone for %d s, allowed %d s: %s, vented in %d s', (alone, allowed, what, left) => {
  expect(attendance(alone, allowed)).toBe(what)
  expect(secondsToVent(alone, allowed)).toBeCloseTo(left, 9)
})
