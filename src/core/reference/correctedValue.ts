import { convertPressure, pressureUnitOf } from '../units/pressureUnit'
import { correctionAt, type PointCalibration } from './calibrationPoints'

/** What of a reference its corrections follow from. */
export type CorrectingReference = {
  readonly unit: string
  readonly calibration?: PointCalibration | undefined
}

/**
 * What was really there where a reference showed a value: the value and its correction where the reference is one that is
 * corrected, else the value as it was shown.
 *
 * @param shown in `unit`, which may be another than the reference’s own
 */
export function correctedValue(shown: number, unit: string, reference: CorrectingReference | null): number {
  if (!reference?.calibration?.isApplied) return shown
  const { points } = reference.calibration
  const own = pressureUnitOf(reference.unit)
  const read = pressureUnitOf(unit)
  if (!own || !read || own === read) return shown + correctionAt(shown, points)
  return shown + convertPressure(correctionAt(convertPressure(shown, read, own), points), own, read)
}
