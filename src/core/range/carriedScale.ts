import type { CalibratedRange } from '../transfer/calibratedRange'
import { type DisplayScale, shownAtPercent } from '../transfer/displayScale'
import { percentOfInput } from '../transfer/linearTransfer'
import { rootPercent } from '../transfer/transfer'
import type { WantedRange } from './sensorBody'
import { settableRange } from './settableRange'

/** A range that moves under a scale which is shown beside it. */
export type MovedRange = {
  readonly present: CalibratedRange
  /** In the unit of the present range. */
  readonly wanted: WantedRange
  /** Whether a square root is taken anywhere on the way to what is shown. */
  readonly takesRoot: boolean
}

/**
 * The scale that goes on showing the same for the same input once the range has moved: the old scale read at both ends of
 * the new range. Of a flow it grows as the root of the range.
 *
 * Source: the transfer itself; for a flow the square-root law of ISO 5167-1.
 *
 * @returns null for a flow whose zero would move or turn round: what is shown would be no flow any more
 */
export function carriedScale(scale: DisplayScale, { present, wanted, takesRoot }: MovedRange): DisplayScale | null {
  const shownAt = (input: number) => shownAtPercent(percentOfInput(input, present), scale)
  if (!takesRoot) return { ...scale, lower: shownAt(wanted.lrv), upper: shownAt(wanted.urv) }
  const full = percentOfInput(wanted.urv, present)
  if (wanted.lrv !== present.lrv || full <= 0) return null
  return { ...scale, upper: shownAtPercent(rootPercent(full), scale) }
}

/** A scale as finely as a range is set. */
export function settableScale({ lower, upper, unit }: DisplayScale): DisplayScale {
  const { lrv, urv } = settableRange({ lrv: lower, urv: upper })
  return { lower: lrv, upper: urv, unit }
}

/** {@link carriedScale}, as it is set; null too where a scale or a range has no span. */
export function carriedAndSettable(scale: DisplayScale, moved: MovedRange): DisplayScale | null {
  const { present, wanted } = moved
  if (scale.lower === scale.upper || present.lrv === present.urv || wanted.lrv === wanted.urv) return null
  const carried = carriedScale(scale, moved)
  return carried && settableScale(carried)
}
