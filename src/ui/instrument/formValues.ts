import type { PressureUnit } from '@/core/units/pressureUnit'
import type { Configuration } from '@/schema/configuration'
import type { InstrumentField } from '@/schema/instrument/instrumentField'
import { type FieldBoxes, INSTRUMENT_FIELDS } from '@/schema/instrument/instrumentFields'

/** The instrument form's boxes hold text; the schema makes numbers of it, here and on the server. */
export type InstrumentValues = { tag: string; reason: string; configuration: FieldBoxes }

// Each field reads its own value and makes its own boxes; a walk over all of them cannot be told which is which.
// biome-ignore lint/suspicious/noExplicitAny: see above
type AnyField = InstrumentField<any, any>

/** What every field makes of its boxes, by the field's name. */
const eachField = (boxes: (name: keyof FieldBoxes, field: AnyField) => unknown) =>
  Object.fromEntries(
    Object.entries(INSTRUMENT_FIELDS).map(([name, field]) => [name, boxes(name as keyof FieldBoxes, field)]), // keys of a const object
  ) as FieldBoxes // of every field

/** An empty form. Kinds and units are preset to the commonest; no figure is. */
export const EMPTY_INSTRUMENT: InstrumentValues = {
  tag: '',
  reason: '',
  configuration: eachField((_, { boxes }) => boxes.empty),
}

/** The form of a registered instrument, filled from its newest version. */
export const valuesOf = (tag: string, configuration: Configuration): InstrumentValues => ({
  tag,
  reason: '',
  configuration: eachField((name, { boxes }) => boxes.filled(configuration[name], configuration)),
})

/** The form of one like another: everything but what belongs to that one alone. */
export function valuesLike(configuration: Configuration): InstrumentValues {
  const values = valuesOf('', configuration)
  return { ...values, configuration: eachField((name, { boxes }) => boxes.forAnother(values.configuration[name])) }
}

/** The same with the unit a site begins with. */
export const emptyInstrument = (unit: PressureUnit): InstrumentValues => ({
  ...EMPTY_INSTRUMENT,
  configuration: { ...EMPTY_INSTRUMENT.configuration, unit },
})
