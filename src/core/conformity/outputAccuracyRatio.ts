import { type ErrorLimit, type LimitBasis, limitPercentSpan } from '../error/errorLimit'
import { type OutputScale, outputAtPercent } from '../signal/signal'
import { inputAtPercent } from '../transfer/linearTransfer'

/** A signal to be read, and ± the accuracy of what reads it at an output; both in output units. */
export type OutputReading = { readonly scale: OutputScale; readonly accuracyAt: (output: number) => number }

/**
 * Accuracy ratio of the reference that reads the output, at the tightest test point: the error limit carried into
 * output units over the reference's accuracy there.
 *
 * @returns null without test points
 */
export function tightestOutputRatio(
  testPointsPercent: readonly number[],
  errorLimit: ErrorLimit,
  { basis, reading: { scale, accuracyAt } }: { basis: LimitBasis; reading: OutputReading },
): number | null {
  const outputSpan = Math.abs(scale.upper - scale.lower)
  const ratios = testPointsPercent.map((percent) => {
    const limitPercent = limitPercentSpan(inputAtPercent(percent, basis.range), errorLimit, basis)
    return ((limitPercent / 100) * outputSpan) / accuracyAt(outputAtPercent(percent, scale))
  })
  return ratios.length === 0 ? null : Math.min(...ratios)
}
