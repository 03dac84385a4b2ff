import type { SensorBody } from '@/core/range/sensorBody'
import { convertPressure, type PressureUnit } from '@/core/units/pressureUnit'
import type { Capsule } from '../schema/capsule'

/** What a capsule can do, in another unit. */
export function bodyIn(capsule: Pick<Capsule, 'unit' | 'body'>, unit: PressureUnit): SensorBody {
  // Ten digits: what a conversion leaves beyond them is binary arithmetic, and would stand in the register.
  const inUnit = (value: number) => Number(convertPressure(value, capsule.unit, unit).toPrecision(10))
  const { lrl, url, minSpan, maxSpan, links, allowsReverse } = capsule.body
  return {
    lrl: inUnit(lrl),
    url: inUnit(url),
    minSpan: inUnit(minSpan),
    maxSpan: maxSpan === null ? null : inUnit(maxSpan),
    links: links.map((link) => ({ ...link, minSpan: inUnit(link.minSpan), maxSpan: inUnit(link.maxSpan) })),
    allowsReverse,
  }
}
