import { typedNumber } from '@/core/units/decimalText'
import { convertPressure, type PressureUnit } from '@/core/units/pressureUnit'
import { INSTRUMENT_FIELD_LIST } from '@/schema/instrument/instrumentFields'
import type { InstrumentValues } from './formValues'

/** Figures of the register that are in the unit of the range. */
const IN_UNIT = INSTRUMENT_FIELD_LIST.flatMap(([name, { isInRangeUnit }]) => (isInRangeUnit ? [name] : []))

/** The boxes in the unit of the range that hold a number, by field, converted to another unit. */
export function convertedBoxes(
  configuration: Partial<InstrumentValues['configuration']>,
  before: PressureUnit,
  after: PressureUnit,
): Readonly<Record<string, string>> {
  return Object.fromEntries(
    IN_UNIT.flatMap((field) => {
      const box = configuration[field]
      const typed = typeof box === 'string' ? typedNumber(box) : null
      return typed === null ? [] : [[field, String(Number(convertPressure(typed, before, after).toPrecision(9)))]]
    }),
  )
}
