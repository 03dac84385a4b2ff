import { isOnLowerSide, type JudgedPoint } from '../../analysis/judgedPoint'
import { decimalsThatTell, formatSigned } from '../../format/formatNumber'
import { shownPercent } from './errorBasis'

/** What a point says of its error, its limit and what is accepted. */
export type PointOfError = Pick<
  JudgedPoint,
  'errorPercentSpan' | 'limitPercentSpan' | 'acceptancePercentSpan' | 'applied'
>

/**
 * Decimals of a point’s error and limit: those asked for, and more where rounding would set the error on its limit, or on
 * the acceptance limit, from which the verdict tells it apart.
 */
export function errorDecimals(point: PointOfError, shown: Parameters<typeof shownPercent>[2], least: number): number {
  const percent = (value: number) => shownPercent(value, point.applied, shown)
  const error = percent(point.errorPercentSpan)
  const toLimit = decimalsThatTell(error, percent(point.limitPercentSpan), least)
  const { acceptancePercentSpan: acceptance } = point
  return acceptance === undefined || acceptance === 0 ? toLimit : decimalsThatTell(error, percent(acceptance), toLimit)
}

/** What stands before a size that holds on the side of a point's error: ± where both sides are alike. */
export const sideSign = ({
  errorPercentSpan,
  limitSidesPercentSpan: sides,
}: Pick<JudgedPoint, 'errorPercentSpan' | 'limitSidesPercentSpan'>): '±' | '+' | '−' => {
  if (!sides) return '±'
  return isOnLowerSide(errorPercentSpan, sides) ? '−' : '+'
}

/** The error of a point as the run shows errors. */
export const errorWords = (point: PointOfError, shown: Parameters<typeof shownPercent>[2], least: number): string =>
  formatSigned(shownPercent(point.errorPercentSpan, point.applied, shown), errorDecimals(point, shown, least))
