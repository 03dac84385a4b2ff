import { type JudgedPoint, smallerLimit } from '../analysis/judgedPoint'
import { isAccepted } from '../error/verdict'
import { specificRisk } from './risk'

/** The accepted point that is likeliest to be outside in truth, and how likely. */
export type FalseAccept = { readonly point: JudgedPoint; readonly probability: number }

/** Riskier than this, what is accepted is said to be so: a guard band of U leaves no more. ILAC-G8:09/2019, table 1 (from memory). */
const TOLD_FROM = 0.025

/**
 * The risk of what was accepted, where it is more than a guard band of U would leave. From what was read alone, without
 * knowledge of other instruments.
 *
 * Source: JCGM 106:2012, 7.3 and 9.3.2 (specific consumer’s risk, normal about the measured value).
 *
 * @returns null where the round is not accepted, and where no point is so risky
 */
export function largestFalseAccept(points: readonly JudgedPoint[]): FalseAccept | null {
  // Of a round that is not accepted nothing is accepted.
  if (points.some(({ verdict }) => !isAccepted(verdict))) return null
  const risks = points.flatMap((point): FalseAccept[] => {
    const { expandedUncertaintyPercentSpan: expanded, budget } = point
    if (expanded === undefined || !budget || smallerLimit(point) <= 0) return []
    const limit = point.limitSidesPercentSpan ?? point.limitPercentSpan
    const probability = specificRisk(point.errorPercentSpan, limit, budget.combinedStandardUncertainty)
    return probability > TOLD_FROM ? [{ point, probability }] : []
  })
  return risks.reduce<FalseAccept | null>(
    (worst, next) => (worst && worst.probability >= next.probability ? worst : next),
    null,
  )
}
