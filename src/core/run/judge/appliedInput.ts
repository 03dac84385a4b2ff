import { atInstrument, type Heads } from '../../pressure/lineHead'
import { type CorrectingReference, correctedValue } from '../../reference/correctedValue'
import type { CalibratedRange } from '../../transfer/calibratedRange'
import { percentOfInput } from '../../transfer/linearTransfer'
import type { PressureKind } from '../../units/pressureKind'
import { convertPressure, type PressureUnit } from '../../units/pressureUnit'
import { referenceOfPoint, type ServedPoints } from '../plan/referenceOfPoint'

/** What of a run says what was applied where its reference showed a value. */
type AppliedBasis = Heads & {
  readonly configuration: CalibratedRange & { readonly pressureKind?: PressureKind | undefined }
  readonly inputUnit: PressureUnit
} & (
    | (ServedPoints<CorrectingReference & { readonly id: string }> & { readonly statesUncertainty: true })
    | { readonly statesUncertainty?: undefined }
  )

/**
 * What acted on the instrument, in the unit of the range: what the reference showed, with its correction where it is
 * corrected, and the head between the two. JCGM 100:2008, 3.2.4: known effects are corrected.
 *
 * @param shown by the reference, in the unit the run reads it in
 * @param percent the planned point it was read at; the nearest one where it was read beside the plan
 */
export function appliedInput(shown: number, basis: AppliedBasis, percent?: number): number {
  const { configuration, inputUnit } = basis
  const inRange = (value: number) => convertPressure(value, inputUnit, configuration.unit)
  if (!basis.statesUncertainty) return inRange(shown)
  const at = percent ?? nearestPoint(percentOfInput(atInstrument(inRange(shown), basis), configuration), basis.points)
  return atInstrument(inRange(correctedValue(shown, inputUnit, referenceOfPoint(at, basis))), basis)
}

const nearestPoint = (percent: number, points: readonly { readonly percent: number }[]): number =>
  points.reduce(
    (nearest, { percent: each }) => (Math.abs(each - percent) < Math.abs(nearest - percent) ? each : nearest),
    points[0]?.percent ?? percent,
  )
