import type { JudgedPoint } from './judgedPoint'

/** A straight line through the errors: what a zero and a span adjustment could take away. */
export type ErrorLine = {
  /** Fitted error at 0 % input, in % of span. */
  readonly atZeroPercentSpan: number
  /** How much the fitted error grows from 0 % to 100 % input, in % of span. */
  readonly growthPercentSpan: number
  /** Largest departure of an error from the line, in % of span: what adjusting zero and span leaves. */
  readonly residualPercentSpan: number
}

/**
 * Least-squares line of error (% of span) over applied input (% of span). Source: ordinary linear regression.
 *
 * @returns null with fewer than two different inputs
 */
export function errorLine(points: readonly JudgedPoint[]): ErrorLine | null {
  const meanInput = mean(points.map((point) => point.appliedPercent))
  const meanError = mean(points.map((point) => point.errorPercentSpan))
  const spread = points.reduce((sum, point) => sum + (point.appliedPercent - meanInput) ** 2, 0)
  // A spread under 1 % of span between all inputs is one point read several times, not a line.
  if (points.length < 2 || spread < 1) return null
  const slope =
    points.reduce((sum, p) => sum + (p.appliedPercent - meanInput) * (p.errorPercentSpan - meanError), 0) / spread
  const atZero = meanError - slope * meanInput
  const residuals = points.map((point) => Math.abs(point.errorPercentSpan - atZero - slope * point.appliedPercent))
  return { atZeroPercentSpan: atZero, growthPercentSpan: slope * 100, residualPercentSpan: Math.max(...residuals) }
}

const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length
