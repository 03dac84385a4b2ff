import { shownPercent } from './errorBasis'

type Line = { readonly sensitivity: number; readonly contribution: number }
type InPercentSpan = {
  readonly lines: readonly Line[]
  readonly combinedStandardUncertainty: number
  readonly expandedUncertainty: number
}

/**
 * A budget, which is kept in % of output span, as the run shows errors: over several decades in % of reading, where a
 * millionth of the span says nothing.
 *
 * @param applied of the budget's point, in the unit of the range
 */
export function shownBudget<B extends InPercentSpan>(
  budget: B,
  applied: number,
  shown: Parameters<typeof shownPercent>[2],
): B {
  const inShown = (percentSpan: number) => shownPercent(percentSpan, applied, shown)
  return {
    ...budget,
    lines: budget.lines.map((line) => ({
      ...line,
      sensitivity: inShown(line.sensitivity),
      contribution: inShown(line.contribution),
    })),
    combinedStandardUncertainty: inShown(budget.combinedStandardUncertainty),
    expandedUncertainty: inShown(budget.expandedUncertainty),
  }
}
