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
 * the ends, as nothing is known there.
 */
export const correctionAt = (indicated: number, points: readonly CalibrationPoint[]): number =>
  onStraightLine(indicated, points, ({ correction }) => correction)

/** Expanded uncertainty of that correction, on a straight line between its neighbours’. */
export const uncertaintyAt = (indicated: number, points: readonly CalibrationPoint[]): number =>
  onStraightLine(indicated, points, ({ uncertainty }) => uncertainty)

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
