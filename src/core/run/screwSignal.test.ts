import { expect, test } from 'vitest'
import type { JudgedPoint } from '../analysis/judgedPoint'
import { SHOWN_PERCENT } from '../signal/ne43'
import { outputScale } from '../signal/signal'
import { screwWork } from './screwWork'

/** NE 43 (from memory): 3.8 … 20.5 mA measures; in % of 16 mA by hand. */
test('what a signal shows beyond its ends', () => {
  expect(SHOWN_PERCENT.low).toBeCloseTo(-1.25, 9)
  expect(SHOWN_PERCENT.high).toBeCloseTo(103.125, 9)
})

/** Of the demo’s pad ten times over: an aim of some 4 % below the lower end is not to be read off. */
test.each([
  [15.3, 6.6, true],
  [1.53, 0.66, false],
])('an aim that the signal cannot show is said to be one: %d and %d %% off', (zero, full, isBeyond) => {
  const range = { lrv: 0, urv: 10, unit: 'kPa' } as const
  const basis = {
    range,
    scale: outputScale('20-100kPa', { lrv: 0, urv: 10, unitLabel: 'kPa' }),
    errorLimit: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 1.2 }] },
    adjustLimit: null,
    url: 20,
  } as never
  const point = (targetPercent: number, errorPercentSpan: number) =>
    ({
      targetPercent,
      direction: 'rising',
      errorPercentSpan,
      limitPercentSpan: 1.2,
      adjustLimitPercentSpan: null,
    }) as JudgedPoint
  const work = screwWork([point(0, zero), point(100, full)], [], { basis, inputUnit: 'kPa' })
  expect(work?.advice.notices.some(({ kind }) => kind === 'beyond the signal')).toBe(isBeyond)
})
