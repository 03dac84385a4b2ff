import { exceeds } from '../error/verdict'

/** A point of a calibration certificate, all in the unit of the reference. */
export type CalibrationPoint = {
  /** What the reference showed. */
  readonly indicated: number
  /** What has to be added to it. The error of indication with its sign turned round. */
  readonly correction: number
  /** Expanded uncertainty of that. */
  readonly uncertainty: number
}

/** The calibration of one range of a reference by points. */
export type PointCalibration = {
  readonly coverageFactor: number
  /** By what was indicated, rising; at least one. */
  readonly points: readonly CalibrationPoint[]
  /** Whether what is indicated is corrected. If not, the correction is part of the uncertainty. */
  readonly isApplied: boolean
}

/**
 * The correction of an indication: on a straight line between the points beside it, and that of the last point beyond
 * the ends, where its uncertainty grows; see {@link uncertaintyAt}.
 */
export const correctionAt = (indicated: number, points: readonly CalibrationPoint[]): number =>
  onStraightLine(indicated, points, ({ correction }) => correction)

/**
 * Expanded uncertainty of that correction: on a straight line between its neighbours’; beyond the ends it grows with the
 * distance, by the steepest slope the corrections have anywhere and once more by itself for each length of the whole. Ours,
 * no source: of what lies beyond its points a certificate says nothing.
 */
export function uncertaintyAt(indicated: number, points: readonly CalibrationPoint[]): number {
  const within = heldUncertaintyAt(indicated, points)
  const beyond = beyondPoints(indicated, points)
  return beyond === 0 ? within : within + beyond * (steepest(points) + within / lengthOf(points))
}

/** The same with that of the last point held beyond the ends. */
export const heldUncertaintyAt = (indicated: number, points: readonly CalibrationPoint[]): number =>
  onStraightLine(indicated, points, ({ uncertainty }) => uncertainty)

const steepest = (points: readonly CalibrationPoint[]): number =>
  Math.max(
    0,
    ...points.slice(1).map(({ indicated, correction }, index) => {
      const before = points[index]
      return before ? Math.abs((correction - before.correction) / (indicated - before.indicated)) : 0
    }),
  )

/** How far an indication lies beyond the points of a certificate, either way; 0 between them. */
export function beyondPoints(indicated: number, points: readonly { readonly indicated: number }[]): number {
  const [first, last] = [points[0]?.indicated ?? 0, points.at(-1)?.indicated ?? 0]
  return Math.max(0, first - indicated, indicated - last)
}

/** From the first point to the last; of a single one the value itself. */
function lengthOf(points: readonly { readonly indicated: number }[]): number {
  const [first, last] = [points[0]?.indicated ?? 0, points.at(-1)?.indicated ?? 0]
  return last - first || Math.abs(first) || 1
}

/** Farther beyond its points than this share of their length a certificate says nothing of an indication. Ours, no source. */
const FARTHEST_BEYOND = 0.1

/** Whether an indication lies so far beyond the points of a certificate that it is not covered by it. */
export const isNotCovered = (indicated: number, points: readonly { readonly indicated: number }[]): boolean =>
  exceeds(beyondPoints(indicated, points), FARTHEST_BEYOND * lengthOf(points))

/** What belongs to an indication on a straight line between the points beside it; beyond the ends as at the last. */
export function onStraightLine<P extends { readonly indicated: number }>(
  indicated: number,
  points: readonly P[],
  of: (point: P) => number,
): number {
  const next = points.findIndex((point) => point.indicated >= indicated)
  const above = points.at(next)
  const below = points[next - 1]
  if (!above) return 0
  if (next === -1 || !below) return of(above)
  const share = (indicated - below.indicated) / (above.indicated - below.indicated)
  return of(below) + share * (of(above) - of(below))
}
