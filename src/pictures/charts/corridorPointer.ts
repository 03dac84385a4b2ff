import { formatSigned } from '@/core/format/formatNumber'
import type { ChartPointer } from './chartPicture'
import { acrossOf, type CorridorData, corridorReach, shownError, within } from './corridorData'

/** The point being read, in % of input span, and its error so far; not yet accepted. */
export type CorridorCursor = {
  readonly percent: number
  readonly errorPercentSpan: number | null
  readonly direction: 'rising' | 'falling'
}

/**
 * Where the point being read stands in its corridor. The corridor does not stretch for it: a number half typed would make
 * it jump at every key. What lies beyond stands on the edge, with its figure.
 */
export function corridorPointer(data: CorridorData, cursor: CorridorCursor): ChartPointer {
  const reach = corridorReach(data)
  const { percent, errorPercentSpan, direction } = cursor
  const x = acrossOf(data, reach)(percent)
  if (errorPercentSpan === null) return { x, y: null, direction, says: null }
  const error = shownError(data, { appliedPercent: percent, errorPercentSpan })
  const y = within(reach, error)
  return { x, y, direction, says: y === error ? null : formatSigned(error, 1) }
}
