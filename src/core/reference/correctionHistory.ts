import { type CalibrationPoint, correctionAt, onStraightLine, uncertaintyAt } from './calibrationPoints'

/** One calibration of a range of a reference. */
export type Calibration = {
  /** Calendar date. */
  readonly calibratedOn: string
  readonly coverageFactor: number
  /** As it was given back; rising. */
  readonly points: readonly CalibrationPoint[]
  /** As it was found, where it was adjusted; left out where it was not. */
  readonly found?: readonly CalibrationPoint[] | undefined
}

/** By how much a correction moved between two calibrations. */
export type CorrectionStep = {
  readonly from: string
  readonly to: string
  readonly indicated: number
  /** Correction as found less that as given back the time before, in the unit of the reference. */
  readonly moved: number
  readonly perYear: number
  /** Expanded uncertainty of what it moved by, from both certificates. */
  readonly uncertainty: number
  /** Standard uncertainty of the speed: what it moved by is known no better than both certificates are. */
  readonly doubtPerYear: number
}

/**
 * How a reference moved from calibration to calibration: at every point as found, its correction less the one it was given
 * back with. Both certificates count as independent. JCGM 100:2008, 5.1.2.
 *
 * @param history of one range, in any order
 * @returns steps in the order of time and of their points; none with fewer than two calibrations
 */
export function correctionSteps(history: readonly Calibration[]): CorrectionStep[] {
  const inOrder = history
    .filter(({ points }) => points.length > 0)
    .toSorted((a, b) => a.calibratedOn.localeCompare(b.calibratedOn))
  return inOrder.slice(1).flatMap((next, index) => {
    const before = inOrder[index]
    const years = before ? yearsBetween(before.calibratedOn, next.calibratedOn) : 0
    if (!before || years === 0) return []
    return (next.found ?? next.points).map(({ indicated, correction, uncertainty }): CorrectionStep => {
      const moved = correction - correctionAt(indicated, before.points)
      return {
        from: before.calibratedOn,
        to: next.calibratedOn,
        indicated,
        moved,
        perYear: moved / years,
        uncertainty: Math.hypot(uncertainty, uncertaintyAt(indicated, before.points)),
        doubtPerYear:
          Math.hypot(
            uncertainty / next.coverageFactor,
            uncertaintyAt(indicated, before.points) / before.coverageFactor,
          ) / years,
      }
    })
  })
}

/** The step that moved fastest either way; null without steps. */
export const fastestStep = (steps: readonly CorrectionStep[]): CorrectionStep | null =>
  steps.reduce<CorrectionStep | null>(
    (fastest, step) => (fastest && Math.abs(fastest.perYear) >= Math.abs(step.perYear) ? fastest : step),
    null,
  )

/** The fastest a reference ever moved at each point it was last calibrated at, either way, in its unit. */
export type OwnDrift = {
  /** Calendar dates of the first and the last calibration it is from. */
  readonly from: string
  readonly to: string
  readonly points: readonly {
    readonly indicated: number
    readonly perYear: number
    /** Standard uncertainty of that; left out in runs begun before it counted. */
    readonly doubtPerYear?: number | undefined
  }[]
}

/**
 * Half-width of what it may have moved by in a year: the speed it was seen to move at, and how well that was seen. Two
 * certificates that agree within U = 0.02 do not say that it does not move. JCGM 100:2008, 5.1.2.
 */
export const driftDoubtAt = (indicated: number, { points }: OwnDrift): number =>
  onStraightLine(indicated, points, ({ perYear, doubtPerYear = 0 }) => Math.hypot(perYear, Math.sqrt(3) * doubtPerYear))

/** Between the points on a straight line, beyond the ends as at the last. */
export const ownDriftAt = (indicated: number, { points }: OwnDrift): number =>
  onStraightLine(indicated, points, ({ perYear }) => perYear)

/** Its own drift from its certificates; null with fewer than two. */
export function ownDrift(history: readonly Calibration[]): OwnDrift | null {
  const steps = correctionSteps(history)
  const newest = history.toSorted((a, b) => b.calibratedOn.localeCompare(a.calibratedOn))[0]
  const starts = [...new Set(steps.map(({ from }) => from))]
  const [first] = starts
  if (!newest || first === undefined) return null
  const between = (indicated: number, from: string, of: (step: CorrectionStep) => number) =>
    onStraightLine(
      indicated,
      steps.filter((step) => step.from === from),
      of,
    )
  return {
    from: first,
    to: newest.calibratedOn,
    points: newest.points.map(({ indicated }) => ({
      indicated,
      perYear: Math.max(...starts.map((from) => between(indicated, from, ({ perYear }) => Math.abs(perYear)))),
      // Of the step that knows it best: several certificates that agree say more than two.
      doubtPerYear: Math.min(...starts.map((from) => between(indicated, from, ({ doubtPerYear }) => doubtPerYear))),
    })),
  }
}

/**
 * How long a reference stays within its accuracy at the fastest it ever moved: until at some point what is left between
 * accuracy and U of its certificate is used up, and its correction too where that is not made. Years; null where it never
 * moved.
 *
 * @param accuracyAt ± in the unit of the reference
 */
export function yearsWithinAccuracy(
  { points }: Pick<Calibration, 'points'>,
  drift: OwnDrift,
  { accuracyAt, isCorrected }: { readonly accuracyAt: (indicated: number) => number; readonly isCorrected: boolean },
): number | null {
  const years = points.flatMap(({ indicated, correction, uncertainty }) => {
    const perYear = ownDriftAt(indicated, drift)
    const left = accuracyAt(indicated) - uncertainty - (isCorrected ? 0 : Math.abs(correction))
    return perYear === 0 ? [] : [Math.max(0, left) / perYear]
  })
  return years.length === 0 ? null : Math.min(...years)
}

const MILLISECONDS_PER_YEAR = 365.25 * 86_400_000

/** Years from one calendar date to another; none where it lies before. */
export const yearsBetween = (from: string, to: string): number =>
  Math.max(0, (Date.parse(`${to}T00:00:00Z`) - Date.parse(`${from}T00:00:00Z`)) / MILLISECONDS_PER_YEAR)
