import { expect, test } from 'vitest'
import { shownBudget } from './shownBudget'

/** 0.0012 hPa of ±0.00003 hPa on 0 … 900 hPa, rectangular, by hand: 0.00003/√3 / 0.0012 = 1.443 % of reading. */
test('over decades a budget is one of the reading', () => {
  const perUnit = 100 / 900
  const contribution = (0.00003 / Math.sqrt(3)) * perUnit
  const budget = {
    lines: [{ name: 'accuracy', value: 0.00003, sensitivity: -perUnit, contribution, sharePercent: 100 }],
    combinedStandardUncertainty: contribution,
    effectiveDegrees: null,
    coverageFactor: 2,
    expandedUncertainty: 2 * contribution,
  }
  const range = { lrv: 0, urv: 900, unit: 'hPa' } as const
  const shown = shownBudget(budget, 0.0012, { basis: 'reading', range })
  expect(shown.lines[0]?.contribution).toBeCloseTo(1.4434, 4)
  expect(shown.lines[0]).toMatchObject({ name: 'accuracy', value: 0.00003, sharePercent: 100 })
  expect(shown.lines[0]?.sensitivity).toBeCloseTo(-100 / 0.0012, 6)
  expect(shown.combinedStandardUncertainty).toBeCloseTo(1.4434, 4)
  expect(shown.expandedUncertainty).toBeCloseTo(2.8868, 4)
  expect(shown.coverageFactor).toBe(2)
  expect(shownBudget(budget, 0.0012, { basis: 'span', range })).toEqual(budget)
})
