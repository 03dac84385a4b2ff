import { expect, test } from 'vitest'
import { shareOfLimit } from './shareOfLimit'

test.each([
  { errorPercentSpan: -0.25, limitPercentSpan: 0.5, share: 0.5 },
  { errorPercentSpan: 0.5, limitPercentSpan: 0.5, share: 1 },
  { errorPercentSpan: 0, limitPercentSpan: 0, share: 0 },
  { errorPercentSpan: 1e-9, limitPercentSpan: 0, share: 1000 },
  { errorPercentSpan: 50, limitPercentSpan: 1e-6, share: 1000 },
])(
  '$errorPercentSpan % under ±$limitPercentSpan % is $share of the limit, by the definition',
  ({ share, ...point }) => {
    expect(shareOfLimit(point)).toBe(share)
  },
)
