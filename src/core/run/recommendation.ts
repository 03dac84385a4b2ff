import type { RoundAnalysis } from '../analysis/roundAnalysis'
import type { Cause } from '../diagnosis/cause'
import type { Diagnosis } from '../diagnosis/diagnose'
import { type Adjustable, type Remedy, remedyFor } from '../diagnosis/remedy'
import type { Decision } from './decision'

/**
 * What Barys advises after a round, and why. The technician decides, with a reason when otherwise. `put-right`: the cure
 * lies in a setting, the loop or the lines, and a trim would only hide it.
 */
export type Recommendation = {
  readonly decision: Decision
  readonly action: 'leave' | 'adjust' | 'put-right' | 'repair' | 'repeat'
  /** What is to be done, where a cause was found. */
  readonly how: string | null
  readonly reason: string
}

/** Causes in the way it was read, so that the readings do not say what the instrument does. */
const OF_THE_SET_UP: readonly Cause[] = [
  'equalised-or-leaking',
  'plugged-line',
  'reference-over-range',
  'mistyped-reading',
]

/**
 * Leave alone inside the adjust limit; else follow the cause that the readings point to; without one, adjust, or repair
 * when adjusting zero and span cannot bring it inside. Common practice, no source.
 */
export function recommendation(
  analysis: RoundAnalysis,
  { diagnosis, adjustable }: { readonly diagnosis: Diagnosis | null; readonly adjustable: Adjustable },
): Recommendation {
  const { verdict, largest } = analysis
  if (verdict === null || largest === null) return leave('no readings yet')
  if (verdict === 'inside') return leave('every point is inside the adjust limit; adjusting would only add wander')
  const lead = diagnosis?.answer === 'found' ? diagnosis.ranked[0] : undefined
  const remedy = lead && remedyFor(lead.cause, adjustable)
  return (lead && remedy && byCause(analysis, lead, remedy)) ?? byFigures(analysis, largest.limitPercentSpan)
}

const leave = (reason: string): Recommendation => ({ decision: 'leave', action: 'leave', how: null, reason })

function byCause(
  { verdict }: RoundAnalysis,
  { cause, words }: { readonly cause: Cause; readonly words: string },
  { kind, says: how }: Remedy,
): Recommendation | undefined {
  switch (kind) {
    case 'none':
      return undefined
    case 'adjust':
      return { decision: 'adjust', action: 'adjust', how, reason: words }
    case 'repair':
      if (verdict !== 'outside') return leave(`${words}: inside its limit, and adjusting does not cure it`)
      return { decision: 'repair', action: 'repair', how, reason: words }
    case 'check':
      return OF_THE_SET_UP.includes(cause)
        ? { decision: 'repeat', action: 'repeat', how, reason: `${words}: these readings do not say how it was found` }
        : { decision: 'adjust', action: 'put-right', how, reason: words }
    default:
      return kind satisfies never
  }
}

function byFigures({ verdict, line }: RoundAnalysis, limitPercentSpan: number): Recommendation {
  if (verdict !== 'outside') return adjust('inside the error limit, but well off its middle')
  const leftByAdjusting = line?.residualPercentSpan ?? 0
  if (leftByAdjusting > limitPercentSpan)
    return {
      decision: 'repair',
      action: 'repair',
      how: null,
      reason: 'zero and span cannot cure it: what is left beside a straight line is itself outside the limit',
    }
  return adjust('outside the error limit')
}

const adjust = (reason: string): Recommendation => ({ decision: 'adjust', action: 'adjust', how: null, reason })
