import { expect, test } from 'vitest'
import type { JudgedPoint } from '../../analysis/judgedPoint'
import { SHOWN_PERCENT } from '../../signal/ne43'
import { outputScale } from '../../signal/signal'
import { screwWork } from './screwWork'

/** NE 43 (from memory): 3.8 … 20.5 mA measures; in % of 16 mA by hand. */
test('what a signal shows beyond its ends', () => {
  expect(SHOWN_PERCENT.low).toBeCloseTo(-1.25, 9)
  expect(SHOWN_PERCENT.high).toBeCloseTo(103.125, 9)
})

const BASIS = {
  range: { lrv: 0, urv: 10, unit: 'kPa' },
  scale: outputScale('20-100kPa', { lrv: 0, urv: 10, unitLabel: 'kPa' }),
  errorLimit: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 1.2 }] },
  adjustLimit: null,
  url: 20,
} as never

/** Whether the next aim is said to be beyond the signal: errors at the ends, the highest test point, the zero screw's last act. */
function isSaidBeyond(zero: number, full: number, { top = 100, hasSetZero = false } = {}): boolean | undefined {
  const point = (targetPercent: number, errorPercentSpan: number) =>
    ({
      targetPercent,
      direction: 'rising',
      errorPercentSpan,
      limitPercentSpan: 1.2,
      adjustLimitPercentSpan: null,
    }) as JudgedPoint
  const acts = hasSetZero
    ? [{ kind: 'zero-screw', applied: '0', beforeOutput: (20 + 0.8 * zero).toFixed(3), afterOutput: '20' }]
    : []
  const work = screwWork([point(0, zero), point(top, full)], acts, { basis: BASIS, inRange: (shown) => shown })
  return work?.advice.notices.some(({ kind }) => kind === 'beyond the signal')
}

/** Of the demo’s pad ten times over: an aim of some 4 % below the lower end is not to be read off. */
test.each([
  [15.3, 6.6, true],
  [1.53, 0.66, false],
])('an aim below what the signal can show is said to be one: %d and %d %% off', (zero, full, is) => {
  expect(isSaidBeyond(zero, full)).toBe(is)
})

/** The span screw is set on the spot at the highest test point, which may lie beyond the signal. */
test.each([
  [104, true],
  [103, false],
])('an aim above it likewise: the highest test point at %d %%', (top, is) => {
  expect(isSaidBeyond(2, 5, { top, hasSetZero: true })).toBe(is)
})
