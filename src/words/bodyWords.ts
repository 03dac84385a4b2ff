import { formatPlain } from '@/core/format/formatNumber'
import { type PressureUnit, pressureUnitLabel } from '@/core/units/pressureUnit'
import type { Body } from '../schema/body'

/** A body as a line of the register says it. */
export function bodyWords({ family, capsule, maxSpan, links, link, allowsReverse }: Body, unit: PressureUnit): string {
  return [
    capsule && `capsule ${capsule}`,
    family && `of “${family}”`,
    maxSpan !== null && `largest span ${formatPlain(maxSpan)} ${pressureUnitLabel(unit)}`,
    links.length > 0 && `span link ${link === null ? 'not looked at' : `at ${link}`}`,
    !allowsReverse && 'not reverse-acting',
  ]
    .filter((part) => part !== false && part !== null)
    .join(', ')
}
