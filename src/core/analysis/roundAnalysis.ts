import { exceeds, overallVerdict, type PointVerdict, pointVerdict } from '../error/verdict'
import { type ErrorLine, errorLine } from './errorLine'
import { type ErrorShape, errorShape } from './errorShape'
import { hysteresisPercentSpan } from './hysteresis'
import type { JudgedPoint } from './judgedPoint'
import { shareOfLimit } from './shareOfLimit'

/** The figures of one round of readings (as found, or one as left). Errors in % of span. */
export type RoundAnalysis = {
  readonly verdict: PointVerdict | null
  /** By simple acceptance of every point, whatever the decision rule makes of it: what the figures themselves say. */
  readonly plainVerdict: PointVerdict | null
  /** The point that uses the largest share of its own limit: with a varying limit that is the one that decides. */
  readonly nearestLimit: JudgedPoint | null
  /** The numerically largest error; another point than the one nearest its limit where limits vary. */
  readonly largest: JudgedPoint | null
  readonly hysteresisPercentSpan: number | null
  readonly line: ErrorLine | null
  readonly shape: ErrorShape
  readonly pointsOutside: number
  readonly pointsBeyondAdjustLimit: number
}

/** Works out the figures of a round from the points read so far; an empty round gives nulls. */
export function analyseRound(points: readonly JudgedPoint[]): RoundAnalysis {
  const nearestLimit = nearestToLimit(points)
  // Where the transfer bends, a zero or span error is a straight line only on the side of the sensor.
  const straight = pointsAtSensor(points)
  const line = errorLine(straight)
  const hysteresis = hysteresisPercentSpan(straight)
  const decides = nearestToLimit(straight)
  return {
    verdict: overallVerdict(points.map((point) => point.verdict)),
    plainVerdict: overallVerdict(points.map(plainVerdictOf)),
    nearestLimit,
    largest: largestError(points, nearestLimit),
    hysteresisPercentSpan: hysteresis,
    line,
    shape: errorShape({
      line,
      hysteresis,
      largestError: Math.abs(decides?.errorPercentSpan ?? 0),
      threshold: decides ? namingThreshold(decides) : 0,
    }),
    pointsOutside: points.filter((point) => point.verdict === 'outside').length,
    pointsBeyondAdjustLimit: points.filter((point) => point.verdict === 'inside-look').length,
  }
}

/** The points with error and limits as the sensor has them; below a cut-off the sensor does not show. */
export function pointsAtSensor(points: readonly JudgedPoint[]): readonly JudgedPoint[] {
  const isBent = points.some(({ atSensor, cutOff }) => atSensor !== undefined || cutOff !== undefined)
  if (!isBent) return points
  return points.flatMap((point) => (point.atSensor ? [{ ...point, ...point.atSensor }] : []))
}

const plainVerdictOf = ({ errorPercentSpan, limitPercentSpan, adjustLimitPercentSpan }: JudgedPoint) =>
  pointVerdict({ error: errorPercentSpan, limit: limitPercentSpan, adjustLimit: adjustLimitPercentSpan })

/** Of equal errors the one nearest its limit, so that one limit for all points gives one point. */
const largestError = (points: readonly JudgedPoint[], nearestLimit: JudgedPoint | null): JudgedPoint | null =>
  points.reduce(
    (worst, next) =>
      worst === null || exceeds(Math.abs(next.errorPercentSpan), Math.abs(worst.errorPercentSpan)) ? next : worst,
    nearestLimit,
  )

function nearestToLimit(points: readonly JudgedPoint[]): JudgedPoint | null {
  return points.reduce<JudgedPoint | null>(
    (worst, next) => (worst === null || shareOfLimit(next) > shareOfLimit(worst) ? next : worst),
    null,
  )
}

/** What counts as a departure worth naming: the adjust limit, or half the limit, of the point that decides. */
const namingThreshold = ({ adjustLimitPercentSpan, limitPercentSpan }: JudgedPoint) =>
  adjustLimitPercentSpan ?? limitPercentSpan / 2
