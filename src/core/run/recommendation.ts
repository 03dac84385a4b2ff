import type { RoundAnalysis } from '../analysis/roundAnalysis'
import type { Decision } from './stage'

/** What Barys advises after the as-found round, and why. The technician decides, with a reason when otherwise. */
export type Recommendation = { readonly decision: Decision; readonly reason: string }

/**
 * Leave alone inside the adjust limit, adjust when well off or outside, repair when adjusting zero and span cannot
 * bring it inside. Common practice, no source.
 */
export function recommendation(analysis: RoundAnalysis): Recommendation {
  const { verdict, line, largest } = analysis
  if (verdict === null || largest === null) return { decision: 'leave', reason: 'no readings yet' }
  if (verdict === 'inside')
    return { decision: 'leave', reason: 'every point is inside the adjust limit; adjusting would only add wander' }
  const leftByAdjusting = line?.residualPercentSpan ?? 0
  if (verdict === 'outside' && leftByAdjusting > largest.limitPercentSpan)
    return {
      decision: 'repair',
      reason: 'zero and span cannot cure it: what is left beside a straight line is itself outside the limit',
    }
  return verdict === 'outside'
    ? { decision: 'adjust', reason: 'outside the error limit' }
    : { decision: 'adjust', reason: 'inside the error limit, but beyond the adjust limit' }
}
