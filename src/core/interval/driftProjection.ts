import { Refusal } from '../refusal'
import { bisect } from '../statistics/bisect'
import { coverageFactorT, studentTCdf } from '../statistics/studentT'

/** An as-found error, with its sign, and when; from the state it was left in. */
export type DriftPoint = { readonly years: number; readonly error: number }

/** A straight line through the errors over time, and where it leaves the limit. */
/** What is to be expected at one time: on the line, how far a new result may lie from it, and the chance that it is inside. */
export type DriftAt = { readonly error: number; readonly halfWidth: number; readonly insideProbability: number }

export type DriftProjection = {
  readonly ratePerYear: number
  readonly errorNow: number
  /** Standard deviation of the errors about the line. */
  readonly scatter: number
  /** When the line itself crosses the limit, years on the same scale; null where it does not within 20 years. */
  readonly crossesAtYears: number | null
  /** When the band a new result is expected in (at the coverage asked for) first touches the limit. */
  readonly bandCrossesAtYears: number | null
  /** At any time, years on the same scale. */
  readonly at: (years: number) => DriftAt
}

/** Steps in which the band is followed into the future. */
const STEP_YEARS = 1 / 48
const HORIZON_YEARS = 20

/**
 * Projects as-found errors by least squares and says when they would leave a limit.
 *
 * Source: linear regression with its prediction interval, as in any textbook of statistics; ILAC-G24 / OIML D 10, control
 * chart method.
 *
 * @param coverageProbability of the band, e.g. 0.95
 * @throws {Refusal} for fewer than three points, or all at one time
 */
export function driftProjection(
  points: readonly DriftPoint[],
  limit: number,
  coverageProbability: number,
): DriftProjection {
  if (points.length < 3)
    throw new Refusal('points', `${points.length} given`, 'three calibrations at least make a line with a scatter')
  if (!(limit > 0)) throw new Refusal('limit', `${limit} is no limit`, 'enter one above zero')
  const count = points.length
  const meanYears = points.reduce((sum, { years }) => sum + years, 0) / count
  const meanError = points.reduce((sum, { error }) => sum + error, 0) / count
  const spread = points.reduce((sum, { years }) => sum + (years - meanYears) ** 2, 0)
  if (spread === 0) throw new Refusal('points', 'all at one time', 'add a calibration at another time')
  const ratePerYear =
    points.reduce((sum, { years, error }) => sum + (years - meanYears) * (error - meanError), 0) / spread
  const at = (years: number) => meanError + ratePerYear * (years - meanYears)
  const residual = points.reduce((sum, { years, error }) => sum + (error - at(years)) ** 2, 0)
  const scatter = Math.sqrt(residual / (count - 2))
  const factor = coverageFactorT(coverageProbability, count - 2)
  /** Standard deviation of a new result about the line. */
  const spreadAt = (years: number) => scatter * Math.sqrt(1 + 1 / count + (years - meanYears) ** 2 / spread)
  const half = (years: number) => factor * spreadAt(years)
  const now = Math.max(...points.map(({ years }) => years))
  return {
    ratePerYear,
    errorNow: at(now),
    scatter,
    crossesAtYears: firstCrossing(now, (years) => Math.abs(at(years)) >= limit),
    bandCrossesAtYears: firstCrossing(now, (years) => Math.abs(at(years)) + half(years) >= limit),
    at: (years) => ({
      error: at(years),
      halfWidth: half(years),
      insideProbability: insideOf(at(years), { limit, spread: spreadAt(years), degrees: count - 2 }),
    }),
  }
}

/** Chance that a new result is inside ±limit: Student's t about the line. Without any scatter it is on the line. */
function insideOf(
  error: number,
  { limit, spread, degrees }: { readonly limit: number; readonly spread: number; readonly degrees: number },
): number {
  if (spread === 0) return Math.abs(error) <= limit ? 1 : 0
  return studentTCdf((limit - error) / spread, degrees) - studentTCdf((-limit - error) / spread, degrees)
}

function firstCrossing(now: number, isOutside: (years: number) => boolean): number | null {
  if (isOutside(now)) return now
  for (let step = 1; step <= HORIZON_YEARS / STEP_YEARS; step++) {
    const after = now + step * STEP_YEARS
    if (isOutside(after)) return bisect({ low: after - STEP_YEARS, high: after, isBeyond: isOutside }).beyond
  }
  return null
}
