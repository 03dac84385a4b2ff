import type { JudgedPoint } from '../analysis/judgedPoint'
import { exceeds, isAccepted } from '../error/verdict'
import { USUAL_RATIO_FLOOR } from './accuracyRatio'
import { specificRisk } from './risk'

/** The accepted point that is likeliest to be outside in truth, and how likely. */
export type FalseAccept = { readonly point: JudgedPoint; readonly probability: number }

/**
 * The risk of what was accepted, where the uncertainty is large against the limit: above a quarter of it, the usual
 * floor. From what was read alone, without knowledge of other instruments.
 *
 * Source: JCGM 106:2012, 7.3 and 9.3.2 (specific consumer’s risk, normal about the measured value).
 *
 * @returns null where no accepted point is so uncertain
 */
export function largestFalseAccept(points: readonly JudgedPoint[]): FalseAccept | null {
  const risks = points.flatMap((point): FalseAccept[] => {
    const { expandedUncertaintyPercentSpan: expanded, limitPercentSpan: limit, budget, verdict } = point
    if (expanded === undefined || !budget || !isAccepted(verdict) || limit <= 0) return []
    if (!exceeds(USUAL_RATIO_FLOOR * expanded, limit)) return []
    return [{ point, probability: specificRisk(point.errorPercentSpan, limit, budget.combinedStandardUncertainty) }]
  })
  return risks.reduce<FalseAccept | null>(
    (worst, next) => (worst && worst.probability >= next.probability ? worst : next),
    null,
  )
}
