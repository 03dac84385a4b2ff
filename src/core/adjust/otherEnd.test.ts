import { expect, test } from 'vitest'
import { afterScrewMove } from './otherEnd'

/** By hand: a zero screw moves both ends alike, a span screw brings a third of its move back to zero. */
test('a move at one end carries the other along', () => {
  const coupling = { interaction: 1 / 3, zeroAtFull: 1 }
  const ends = { zeroError: 2, fullError: 5 }
  const zeroed = afterScrewMove(ends, { screw: 'zero', errorBefore: 2, errorAfter: 0 }, coupling)
  expect(zeroed).toEqual({ zeroError: 0, fullError: 3 })
  const spanned = afterScrewMove(zeroed, { screw: 'span', errorBefore: 3, errorAfter: 0 }, coupling)
  expect(spanned.zeroError).toBeCloseTo(-1, 12)
  expect(spanned.fullError).toBe(0)
})
