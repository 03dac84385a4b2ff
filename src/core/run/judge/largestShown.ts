import { exceeds } from '../../error/verdict'
import { shownPercent } from './errorBasis'

type Point = { readonly errorPercentSpan: number; readonly applied: number }

/**
 * The numerically largest error as the run shows errors: over several decades a small reading is off by most per cent of
 * itself and by least of the span. Of equal errors the one nearest its limit.
 *
 * @param nearest the point nearest its limit, one of the points
 */
export function largestShown<P extends Point>(
  points: readonly P[],
  nearest: P,
  shown: Parameters<typeof shownPercent>[2],
): P {
  const size = ({ errorPercentSpan, applied }: P) => Math.abs(shownPercent(errorPercentSpan, applied, shown))
  return points.reduce((worst, next) => (exceeds(size(next), size(worst)) ? next : worst), nearest)
}
