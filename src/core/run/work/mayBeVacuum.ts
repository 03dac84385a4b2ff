import type { PressureKind } from '../../units/pressureKind'
import { convertPressure, type PressureUnit } from '../../units/pressureUnit'

/** An absolute range that ends here or below is one for vacuum: no air at work presses more, Pa. */
const MOST_AIR_PA = 110_000

/**
 * Whether a range says that its process may lie below the air: a gauge range that goes below nothing, an absolute one that
 * ends at the air. A difference says nothing of the pressure it stands in.
 */
export function mayBeVacuum({
  pressureKind,
  lrv,
  urv,
  unit,
}: {
  readonly pressureKind: PressureKind
  readonly lrv: number
  readonly urv: number
  readonly unit: PressureUnit
}): boolean {
  if (pressureKind === 'gauge') return Math.min(lrv, urv) < 0
  return pressureKind === 'absolute' && convertPressure(Math.max(lrv, urv), unit, 'Pa') <= MOST_AIR_PA
}
