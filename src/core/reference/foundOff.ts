import type { CalibrationPoint } from './calibrationPoints'

/** The point of a calibration that lies worst against the accuracy of the reference, in its unit. */
export type FoundOff = {
  readonly indicated: number
  /** What was shown too much: the correction with its sign turned round. */
  readonly error: number
  readonly accuracy: number
  readonly uncertainty: number
  readonly isOutside: boolean
}

/**
 * Where a reference was off the most, as a share of its accuracy; null without points. Beyond it is whatever is larger, without
 * regard to U: what that leaves open is told beside it.
 *
 * @param accuracyAt ± in the unit of the reference, above zero
 */
export function foundOff(
  points: readonly CalibrationPoint[],
  accuracyAt: (indicated: number) => number,
): FoundOff | null {
  const all = points.map(({ indicated, correction, uncertainty }): FoundOff => {
    const accuracy = accuracyAt(indicated)
    return { indicated, error: -correction, accuracy, uncertainty, isOutside: Math.abs(correction) > accuracy }
  })
  const share = ({ error, accuracy }: FoundOff) => Math.abs(error) / (accuracy || Number.MIN_VALUE)
  return all.reduce<FoundOff | null>((worst, next) => (worst && share(worst) >= share(next) ? worst : next), null)
}
