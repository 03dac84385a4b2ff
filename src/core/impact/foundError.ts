import { type CalibrationPoint, correctionAt } from '../reference/calibrationPoints'
import { type CorrectingReference, correctedValue } from '../reference/correctedValue'
import { convertPressure, pressureUnitOf } from '../units/pressureUnit'

/** By how much a reference was found to be off: by the points of a certificate, or as somebody says. */
export type FoundError =
  | { readonly kind: 'points'; readonly points: readonly CalibrationPoint[] }
  /** Above zero: it showed too much. In its own unit, % of what it showed, or % of its range. */
  | { readonly kind: 'constant' | 'percent-reading' | 'percent-range'; readonly value: number }

/** A reference as far as it can be in doubt. */
export type DoubtedReference = CorrectingReference & { readonly rangeLow: number; readonly rangeHigh: number }

/** What has to be added to what a reference showed, all in its own unit. */
export function correctionFound(
  shown: number,
  found: FoundError,
  { rangeLow, rangeHigh }: Pick<DoubtedReference, 'rangeLow' | 'rangeHigh'>,
): number {
  switch (found.kind) {
    case 'points':
      return correctionAt(shown, found.points)
    case 'constant':
      return -found.value
    case 'percent-reading':
      return (-found.value / 100) * shown
    case 'percent-range':
      return (-found.value / 100) * (rangeHigh - rangeLow)
    default:
      return found satisfies never
  }
}

type Supposed = {
  readonly found: FoundError
  /** Of the way from what was known of it then to what was found, 0 … 1. */
  readonly share: number
  /** Whether the run took its corrections off by itself. */
  readonly isCorrecting: boolean
}

/**
 * What was really there where a reference in doubt showed a value: between what it was taken for then and what it would
 * be by what was found, as far as it had moved.
 *
 * @param shown in `unit`, which may be another than the reference’s own
 */
export function supposedValue(
  shown: number,
  unit: string,
  reference: DoubtedReference,
  { found, share, isCorrecting }: Supposed,
): number {
  const taken = isCorrecting ? correctedValue(shown, unit, reference) : shown
  if (share === 0) return taken
  const own = pressureUnitOf(reference.unit)
  const read = pressureUnitOf(unit)
  const isOwn = !own || !read || own === read
  const correction = correctionFound(isOwn ? shown : convertPressure(shown, read, own), found, reference)
  const supposed = shown + (isOwn ? correction : convertPressure(correction, own, read))
  return taken + share * (supposed - taken)
}
