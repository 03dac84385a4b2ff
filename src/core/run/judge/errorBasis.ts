import { type CalibratedRange, span } from '../../transfer/calibratedRange'
import { isOfReading } from '../plan/pointScale'
import { judgingBasis, type RunBasis } from './judgeSteps'

/** In what the errors of a run are shown. Verdicts do not depend on it. */
export type ErrorBasis = 'span' | 'reading'
export const ERROR_BASIS_WORDS = { span: '% of span', reading: '% of reading' } as const

/** % of reading over several decades, % of span otherwise. */
export const errorBasis = (
  world: Pick<RunBasis, 'configuration'> & { readonly points: readonly { readonly percent: number }[] },
): ErrorBasis =>
  isOfReading(
    judgingBasis(world),
    world.points.map(({ percent }) => percent),
  )
    ? 'reading'
    : 'span'

/**
 * A value in % of span as the run shows it, at one applied input.
 *
 * @param applied in the unit of the range; above zero where the basis is the reading
 */
export function shownPercent(
  percentSpan: number,
  applied: number,
  { basis, range }: { readonly basis: ErrorBasis; readonly range: CalibratedRange },
): number {
  // Nothing is a percentage of nothing: at zero applied the error stays in % of span.
  return basis === 'span' || applied === 0 ? percentSpan : (percentSpan * Math.abs(span(range))) / Math.abs(applied)
}
