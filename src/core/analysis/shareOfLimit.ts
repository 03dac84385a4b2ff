import type { JudgedPoint } from './judgedPoint'

/** A thousand limits: as far out as it is worth telling, and a number where the limit itself is zero. */
const FARTHEST = 1000

/**
 * How much of its own limit a point's error uses: 1 on the limit. With a limit that varies over the range this, not the
 * size of the error, says which point decides. A limit of reading is zero at a reading of zero: there any error is
 * farthest out, and none is none.
 */
export function shareOfLimit({
  errorPercentSpan,
  limitPercentSpan,
}: Pick<JudgedPoint, 'errorPercentSpan' | 'limitPercentSpan'>): number {
  const size = Math.abs(errorPercentSpan)
  if (size === 0) return 0
  return limitPercentSpan === 0 ? FARTHEST : Math.min(FARTHEST, size / limitPercentSpan)
}
