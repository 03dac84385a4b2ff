import { typedNumber } from '@/core/units/decimalText'
import { convertPressure, type PressureUnit } from '@/core/units/pressureUnit'
import type { InstrumentValues } from './formValues'

/** Figures of the register that are in the unit of the range. */
const IN_UNIT = ['lrl', 'url', 'minSpan', 'lrv', 'urv'] as const

/** The boxes in the unit of the range that hold a number, converted to another unit. */
export function convertedBoxes(
  configuration: Pick<InstrumentValues['configuration'], (typeof IN_UNIT)[number]>,
  before: PressureUnit,
  after: PressureUnit,
): Partial<Record<(typeof IN_UNIT)[number], string>> {
  return Object.fromEntries(
    IN_UNIT.flatMap((field) => {
      const typed = typedNumber(configuration[field])
      return typed === null ? [] : [[field, String(Number(convertPressure(typed, before, after).toPrecision(9)))]]
    }),
  )
}
