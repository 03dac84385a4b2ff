import type { PressureUnit } from '@/core/units/pressureUnit'
import type { Configuration } from '@/schema/configuration'
import { type FieldBoxes, INSTRUMENT_FIELD_LIST, INSTRUMENT_FIELDS } from '@/schema/instrument/instrumentFields'

/** The instrument form's boxes hold text; the schema makes numbers of it, here and on the server. */
export type InstrumentValues = { tag: string; reason: string; configuration: FieldBoxes }

/** A field of which only the boxes are wanted. Each reads its own value and makes its own boxes: which is which, a walk over all cannot know. */
type AnyBoxes = {
  readonly empty: unknown
  readonly filled: (value: unknown, of: Configuration) => unknown
  readonly forAnother: (boxes: unknown) => unknown
}

/** What every field makes of its boxes, by the field's name. */
const eachField = (make: (name: keyof FieldBoxes, boxes: AnyBoxes) => unknown): FieldBoxes =>
  Object.fromEntries(
    INSTRUMENT_FIELD_LIST.map(([name]) => [name, make(name, INSTRUMENT_FIELDS[name].boxes as AnyBoxes)]), // its own value only
  ) as FieldBoxes // of every field

/** An empty form. Kinds and units are preset to the commonest; no figure is. */
export const EMPTY_INSTRUMENT: InstrumentValues = {
  tag: '',
  reason: '',
  configuration: eachField((_, { empty }) => empty),
}

/** The form of a registered instrument, filled from its newest version. */
export const valuesOf = (tag: string, configuration: Configuration): InstrumentValues => ({
  tag,
  reason: '',
  configuration: eachField((name, { filled }) => filled(configuration[name], configuration)),
})

/** The form of one like another: everything but what belongs to that one alone. */
export function valuesLike(configuration: Configuration): InstrumentValues {
  const values = valuesOf('', configuration)
  return { ...values, configuration: eachField((name, { forAnother }) => forAnother(values.configuration[name])) }
}

/** The same with the unit a site begins with. */
export const emptyInstrument = (unit: PressureUnit): InstrumentValues => ({
  ...EMPTY_INSTRUMENT,
  configuration: { ...EMPTY_INSTRUMENT.configuration, unit },
})
