import type { CalibratedRange } from '../transfer/calibratedRange'
import { inputAtPercent, percentOfInput } from '../transfer/linearTransfer'

/** In what test points are given. */
type Points = { readonly scale: 'input' | 'output' | 'value'; readonly points: readonly number[] }

/** Significant digits a point given as a value keeps. Ours. */
const DIGITS = 6

/**
 * Test points for a new range. Points in % of span or of flow stay as they are; points given as values keep their place
 * in the span.
 */
export function pointsForNewRange(
  { scale, points }: Points,
  present: CalibratedRange,
  wanted: CalibratedRange,
): number[] {
  if (scale !== 'value') return [...points]
  return points.map((point) => Number(inputAtPercent(percentOfInput(point, present), wanted).toPrecision(DIGITS)))
}
