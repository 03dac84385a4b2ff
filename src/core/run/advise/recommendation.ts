import type { RoundAnalysis } from '../../analysis/roundAnalysis'
import { causeFacts } from '../../diagnosis/causeTable'
import type { Diagnosis, RankedCause } from '../../diagnosis/diagnosis'
import { type Remedy, type RemedyFacts, remedyFor } from '../../diagnosis/remedy'
import type { Decision } from '../decision'

/**
 * What Barys advises after a round, and why. The technician decides, with a reason when otherwise. `put-right`: the cure
 * lies in a setting, the loop or the lines, and a trim would only hide it.
 */
export type Recommendation = {
  readonly decision: Decision
  readonly action: 'leave' | 'adjust' | 'put-right' | 'repair' | 'repeat'
  /** What is to be done, where a cause was found or is the likeliest of those that adjusting cures. */
  readonly how: string | null
  /** The cause whose cure that is. */
  readonly follows?: RankedCause | undefined
  readonly reason: string
}

/**
 * Leave alone inside the adjust limit; else follow the cause that the readings point to; without one, adjust, or repair
 * when adjusting zero and span cannot bring it inside. Common practice, no source.
 */
export function recommendation(
  analysis: RoundAnalysis,
  {
    diagnosis,
    remedyFacts,
    isRepeated = false,
  }: {
    readonly diagnosis: Diagnosis | null
    readonly remedyFacts: Omit<RemedyFacts, 'shape'>
    /** A second set of readings showed the same again. */
    readonly isRepeated?: boolean
  },
): Recommendation {
  const { verdict, plainVerdict, nearestLimit: largest } = analysis
  if (verdict === null || largest === null) return leave('no readings yet')
  if (verdict === 'not-stated' && plainVerdict !== 'outside')
    return {
      decision: 'repeat',
      action: 'repeat',
      how: null,
      reason:
        'the uncertainty is larger than the decision rule allows: read finer, or begin anew with a better reference',
    }
  const areStagesInside = diagnosis === null || diagnosis.answer === 'none' || diagnosis.answer === 'inside'
  if (verdict === 'inside' && areStagesInside)
    return leave(
      `every point is inside ${largest.adjustLimitPercentSpan !== null ? 'the adjust limit' : 'its error limit'}; adjusting would only add wander`,
    )
  const lead = diagnosis?.answer === 'found' ? diagnosis.ranked[0] : undefined
  const remedy = lead && remedyFor(lead.cause, { ...remedyFacts, shape: lead.shape })
  return (
    (lead && remedy && byCause(analysis, lead, remedy)) ??
    byGroup(diagnosis, remedyFacts) ??
    (diagnosis?.answer === 'unexplained' ? unexplained(analysis, diagnosis, isRepeated) : undefined) ??
    withLikeliest(byFigures(analysis, largest.limitPercentSpan), diagnosis, remedyFacts)
  )
}

const leave = (reason: string): Recommendation => ({ decision: 'leave', action: 'leave', how: null, reason })

function byCause(
  { plainVerdict: verdict }: RoundAnalysis,
  lead: RankedCause,
  { kind, says: how }: Remedy,
): Recommendation | undefined {
  const { cause, words } = lead
  switch (kind) {
    case 'none':
      return undefined
    case 'adjust':
      return { decision: 'adjust', action: 'adjust', how, reason: words, follows: lead }
    case 'repair':
      if (verdict !== 'outside') return leave(`${words}: inside its limit, and adjusting does not cure it`)
      return { decision: 'repair', action: 'repair', how, reason: words, follows: lead }
    case 'check':
      return causeFacts(cause).isOfTheSetUp
        ? { decision: 'repeat', action: 'repeat', how, reason: `${words}: these readings do not say how it was found` }
        : { decision: 'adjust', action: 'put-right', how, reason: words, follows: lead }
    default:
      return kind satisfies never
  }
}

/**
 * Where the readings leave several causes open, none of them a matter of adjusting, nothing is adjusted: they are told
 * apart first.
 */
function byGroup(diagnosis: Diagnosis | null, facts: Omit<RemedyFacts, 'shape'>): Recommendation | undefined {
  if (diagnosis?.answer !== 'undecided') return undefined
  const suspects = diagnosis.ranked.filter(({ share }) => (share ?? 0) >= LEAST_SUSPECT)
  const isAdjust = ({ cause }: RankedCause) => remedyFor(cause, facts).kind === 'adjust'
  // A look at a unit costs nothing; a trim that makes up for a wrong one has to be undone.
  const unit = diagnosis.ranked.find(({ cause, share }) => (share ?? 0) >= LEAST_UNIT && UNIT_CAUSES.includes(cause))
  if (unit)
    return {
      decision: 'adjust',
      action: 'put-right',
      how: `look at the units first: ${unit.evidence}`,
      reason: `cannot tell: ${[unit, ...suspects.filter((each) => each !== unit)].map(({ words }) => words).join(', or ')}`,
    }
  if (suspects.length === 0 || suspects.some(isAdjust)) return undefined
  const names = suspects.map(({ words }) => words).join(', or ')
  const how = diagnosis.next?.says ?? null
  return suspects.some(({ cause }) => causeFacts(cause).isOfTheSetUp)
    ? { decision: 'repeat', action: 'repeat', how, reason: `cannot tell: ${names}` }
    : { decision: 'adjust', action: 'put-right', how, reason: `cannot tell: ${names}` }
}

/** Units that were mixed up: asked about before anything is trimmed, from this probability on. Ours, no source. */
const UNIT_CAUSES: readonly RankedCause['cause'][] = ['wrong-unit', 'water-reference']
const LEAST_UNIT = 0.1

/** What no known cause explains is read again before anything is turned; what comes back is evidence. */
function unexplained(analysis: RoundAnalysis, { next }: Diagnosis, isRepeated: boolean): Recommendation {
  const byFigure = byFigures(analysis, analysis.nearestLimit?.limitPercentSpan ?? 0)
  if (isRepeated) return { ...byFigure, reason: `repeatable, of no known cause; ${byFigure.reason}` }
  return {
    decision: 'repeat',
    action: 'repeat',
    how: next?.says ?? null,
    reason: 'no known cause explains these readings: take them again, the same shape once more is evidence',
  }
}

/** Less probable than this, a cause does not stand in the way. Ours, no source. */
const LEAST_SUSPECT = 0.1

/** An adjustment that the figures ask for begins with what cures the likeliest cause, said to be no more than that. */
function withLikeliest(
  advice: Recommendation,
  diagnosis: Diagnosis | null,
  facts: Omit<RemedyFacts, 'shape'>,
): Recommendation {
  if (advice.action !== 'adjust' || diagnosis?.answer !== 'undecided') return advice
  const likeliest = diagnosis.ranked.find(
    ({ cause, share, shape }) =>
      (share ?? 0) >= LEAST_SUSPECT && remedyFor(cause, { ...facts, shape }).kind === 'adjust',
  )
  if (!likeliest) return advice
  const { says } = remedyFor(likeliest.cause, { ...facts, shape: likeliest.shape })
  return { ...advice, how: `likeliest, not certain: ${likeliest.words}; ${says}`, follows: likeliest }
}

function byFigures({ verdict, plainVerdict, line }: RoundAnalysis, limitPercentSpan: number): Recommendation {
  if (verdict === 'not-accepted') return adjust('inside the error limit, and not accepted: within the guard band')
  if (plainVerdict !== 'outside') return adjust('inside the error limit, but well off its middle')
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
