import { formatPlain } from '../format/formatNumber'
import { type PressureUnit, pressureUnitLabel } from '../units/pressureUnit'
import type { SensorBody } from './sensorBody'

type NamedBody = Pick<SensorBody, 'maxSpan' | 'links' | 'allowsReverse'> & {
  readonly family: string | null
  readonly capsule: string | null
  readonly link: string | null
}

/** A body as a line of the register says it. */
export function bodyWords(
  { family, capsule, maxSpan, links, link, allowsReverse }: NamedBody,
  unit: PressureUnit,
): string {
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
