import { formatPlain } from '@/core/format/formatNumber'
import { formatDate } from '@/core/format/formatTime'
import { REFERENCE_STATES } from '@/core/reference/referenceKind'
import { PRESSURE_KINDS } from '@/core/units/pressureKind'
import { unitLabel } from '@/core/units/pressureUnit'
import type { ReferenceRange, Whereabouts } from '@/schema/reference'

/** The unit of a range as it is called. */
export const unitOf = ({ unit }: Pick<ReferenceRange, 'unit'>): string => unitLabel(unit)

/** How far a range reaches: `0 … 34 bar gauge`. */
export const reachWords = (range: ReferenceRange): string =>
  `${formatPlain(range.rangeLow)} … ${formatPlain(range.rangeHigh)} ${unitOf(range)}${range.pressureKind ? ` ${PRESSURE_KINDS[range.pressureKind].suffix}` : ''}`

/** Where a reference is, in a few words. */
export function whereWords(where: Whereabouts | null, location: string): string {
  if (where && where.state !== 'in-use')
    return `${REFERENCE_STATES[where.state]}${where.until ? `, back by ${formatDate(where.until)}` : ''}`
  if (where?.holder) return `with ${where.holder}${where.until ? `, back by ${formatDate(where.until)}` : ''}`
  return location || 'in its place'
}
