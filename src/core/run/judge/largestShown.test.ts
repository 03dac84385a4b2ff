import { expect, test } from 'vitest'
import { largestShown } from './largestShown'

test('the largest error is the largest of what is shown: of the span, or of the reading', () => {
  const low = { errorPercentSpan: 0.01, applied: 0.1 } // of 100: 10 % of reading
  const high = { errorPercentSpan: 1.2, applied: 90 } // 1.33 % of reading
  const range = { lrv: 0, urv: 100, unit: 'hPa' } as const
  expect(largestShown([low, high], low, { basis: 'span', range })).toBe(high)
  expect(largestShown([low, high], high, { basis: 'reading', range })).toBe(low)
})
test('of equal errors the one nearest its limit', () => {
  const [first, second] = [0, 1].map(() => ({ errorPercentSpan: 0.2, applied: 50 })) as [never, never]
  const range = { lrv: 0, urv: 100, unit: 'hPa' } as const
  expect(largestShown([first, second], second, { basis: 'span', range })).toBe(second)
})
