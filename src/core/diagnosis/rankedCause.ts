import type { CauseFit } from './causeFits'
import { causeFacts, type Lookalike } from './causeTable'
import type { RankedCause } from './diagnosis'
import type { Fit } from './fitHypothesis'
import type { DiagnosisData } from './hypothesis'
import { HEALTHY } from './residuals'

/** A cause as it is told: its evidence in numbers, what it leaves over, and what looks the same. */
export function rankedCause(
  { cause, best, share }: CauseFit,
  leader: CauseFit,
  { data, isExplained }: { data: DiagnosisData; isExplained: boolean },
): RankedCause {
  const { shape } = best.hypothesis
  return {
    cause,
    words: causeFacts(cause).name,
    evidence: best.hypothesis.says(shownParameters(best, data)),
    ...(shape && { shape }),
    leftOver: Math.sqrt(best.chiSquare / Math.max(1, best.residualCount)),
    behind: best.criterion - leader.best.criterion,
    share: isExplained ? share : null,
    lookalikes: lookalikesOf(best, data),
  }
}

/** The whole of a straight-line error, with what of it a healthy instrument may have: that is what the readings show. */
function shownParameters({ hypothesis, parameters, healthy }: Fit, { context }: DiagnosisData): readonly number[] {
  const { line, shape } = hypothesis
  if (!line || !shape) return parameters
  const [zero, span] = line.stage === 'sensor' ? [0, 1] : [4, 5]
  const own = line.stage === 'sensor' ? [HEALTHY.zero, HEALTHY.span] : [HEALTHY.outputZero, HEALTHY.outputSpan]
  const share = (index: number, size: number) => (healthy[index] ?? 0) * size * context.limitPercent
  const ofZero = share(zero ?? 0, own[0] ?? 0)
  const ofSpan = share(span ?? 0, own[1] ?? 0)
  const added = shape === 'zero' ? [ofZero] : shape === 'span' ? [ofSpan] : [ofZero, ofSpan]
  return parameters.map((value, k) => value + (added[k - line.at] ?? 0))
}

/** A sensor's zero shift is a zero shift: the stage does not tell tilt from drift. */
function lookalikesOf({ hypothesis }: Fit, { context }: DiagnosisData): readonly Lookalike[] {
  const { cause, shape } = hypothesis
  const all = causeFacts(cause === 'sensor-stage' && shape === 'zero' ? 'zero-shift' : cause).lookalikes ?? []
  return all.filter(
    ({ isDigital, needsWetLeg }) =>
      (context.hasFailureLevels || !isDigital) &&
      (!needsWetLeg || (context.hasWetLeg === true && context.wetLegPercent === null)),
  )
}
