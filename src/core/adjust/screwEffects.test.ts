import { expect, test } from 'vitest'
import { estimate } from './screwEffects'

/** A normal prior and normal readings: their precisions add. By hand. */
test('an estimate lies between what was believed and what was seen, and is surer than either', () => {
  // Prior 0 ± 0.1: precision 100. One move of 2 that changed the other end by 1, noise 0.5: variance 0.5, precision 8.
  const { value, standardUncertainty } = estimate([{ move: 2, change: 1 }], { value: 0, standardUncertainty: 0.1 }, 0.5)
  expect(value).toBeCloseTo(4 / 108, 12)
  expect(standardUncertainty).toBeCloseTo(1 / Math.sqrt(108), 12)
  expect(estimate([], { value: 0.3, standardUncertainty: 0.1 }, 0.5)).toEqual({
    value: expect.closeTo(0.3, 12),
    standardUncertainty: expect.closeTo(0.1, 12),
  })
})
