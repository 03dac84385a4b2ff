import { convertPressure, pressureUnitOf } from '../units/pressureUnit'
import { correctionAt, type PointCalibration } from './calibrationPoints'

/** What of a reference its corrections follow from. */
export type CorrectingReference = {
  readonly unit: string
  readonly calibration?: PointCalibration | undefined
  /** Of a liquid column: what its reading is multiplied by for its liquid and gravity. */
  readonly column?: { readonly factor: number; readonly isApplied: boolean } | undefined
}

/** Whether what it shows is corrected at all. */
export const isCorrected = ({ calibration, column }: Pick<CorrectingReference, 'calibration' | 'column'>): boolean =>
  calibration?.isApplied === true || column?.isApplied === true

/**
 * What was really there where a reference showed a value: the value and its correction where the reference is one that is
 * corrected, else the value as it was shown. A liquid column is read on its scale first, then weighed.
 *
 * @param shown in `unit`, which may be another than the reference’s own
 */
export function correctedValue(shown: number, unit: string, reference: CorrectingReference | null): number {
  if (!reference) return shown
  const factor = reference.column?.isApplied ? reference.column.factor : 1
  return factor * byCertificate(shown, unit, reference)
}

function byCertificate(shown: number, unit: string, reference: CorrectingReference): number {
  if (!reference.calibration?.isApplied) return shown
  const { points } = reference.calibration
  const own = pressureUnitOf(reference.unit)
  const read = pressureUnitOf(unit)
  if (!own || !read || own === read) return shown + correctionAt(shown, points)
  return shown + convertPressure(correctionAt(convertPressure(shown, read, own), points), own, read)
}
