import { type CalibrationPoint, correctionAt, uncertaintyAt } from './calibrationPoints'
import { yearsBetween } from './referenceParts'

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

/**
 * How long a reference stays within its accuracy at the fastest it ever moved: until what is left between accuracy and U
 * of its certificate is used up, and its correction too where that is not made. Years; null where it never moved.
 *
 * @param accuracyAt ± in the unit of the reference
 */
export function yearsWithinAccuracy(
  { points }: Pick<Calibration, 'points'>,
  fastestPerYear: number,
  { accuracyAt, isCorrected }: { readonly accuracyAt: (indicated: number) => number; readonly isCorrected: boolean },
): number | null {
  if (fastestPerYear === 0 || points.length === 0) return null
  const left = points.map(
    ({ indicated, correction, uncertainty }) =>
      accuracyAt(indicated) - uncertainty - (isCorrected ? 0 : Math.abs(correction)),
  )
  return Math.max(0, Math.min(...left)) / Math.abs(fastestPerYear)
}
