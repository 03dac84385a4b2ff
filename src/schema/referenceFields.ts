import { z } from 'zod'
import { formatPlain } from '@/core/format/formatNumber'
import { REFERENCE_MEDIA, REFERENCE_MEDIUM_IDS } from '@/core/reference/referenceKind'
import { flag, optionalNumber, some, titled, words } from './field'
import { type Column, column, namesColumn, numberColumn, yesColumn } from './list/column'

type Given = Pick<Column, 'key' | 'title'> & Partial<Column>

/** One field of a reference’s device, whole: form, register, list, import and page are derived from it. */
type ReferenceField<Stored extends z.ZodType, Entered extends z.ZodType> = {
  /** For ever: what was registered before the field was must parse too. */
  readonly stored: Stored
  readonly entered: Entered
  /** What the form of a new reference, and a cell that is left empty, begin with; undefined where it must be given. */
  readonly empty: z.input<Entered> | undefined
  readonly store: (entered: z.output<Entered>) => z.output<Stored>
  readonly fill: (stored: z.output<Stored>) => z.output<Entered>
  readonly column: (key: string) => Column
  /** Its line of the page; null where it has none, or nothing to say. */
  readonly line: { readonly term: string; readonly words: (stored: z.output<Stored>) => string | null } | null
}

const field = <Stored extends z.ZodType, Entered extends z.ZodType>(parts: ReferenceField<Stored, Entered>) => parts

/** What is stored as it is entered. */
const asEntered = <T>(value: T): T => value
const alike = <S extends z.ZodType>(shape: S) => ({
  ...{ stored: shape, entered: shape },
  ...{ store: asEntered<z.output<S>>, fill: asEntered<z.output<S>> },
})

/** Text that may be left out. */
const text = (title: string, longest: number, aliases: Given['aliases'] = []) =>
  field({
    ...alike(words(title, longest)),
    empty: '',
    column: (key) => column({ key, title, aliases }),
    line: { term: title, words: (said) => said || null },
  })

/** Every field of a device beside its code, its kind and its ranges, in the order of the form. A field is an entry here. */
const REFERENCE_FIELDS = {
  description: field({
    ...alike(some('What it is', 200)),
    empty: undefined,
    column: (key) => column({ key, title: 'What it is', aliases: ['description', 'name'], isRequired: true }),
    line: null, // stands in the heading
  }),
  maker: text('Maker', 80, ['manufacturer']),
  model: text('Model', 80),
  serialNumber: text('Serial number', 60, ['serial', 'serial no']),
  location: text('Where it is kept', 80, ['location']),
  media: field({
    stored: z.array(z.enum(REFERENCE_MEDIUM_IDS)).readonly(),
    entered: titled(
      z.object({
        'dry-gas': flag('dry gas'),
        air: flag('instrument air'),
        water: flag('water'),
        oil: flag('oil'),
      }),
      'May be used with',
    ),
    empty: { 'dry-gas': false, air: false, water: false, oil: false },
    store: (chosen) => REFERENCE_MEDIUM_IDS.filter((medium) => chosen[medium]),
    fill: (media) => ({
      'dry-gas': media.includes('dry-gas'),
      air: media.includes('air'),
      water: media.includes('water'),
      oil: media.includes('oil'),
    }),
    column: (key) => namesColumn(REFERENCE_MEDIA, { key, title: 'May be used with' }),
    line: {
      term: 'May be used with',
      words: (media) => media.map((medium) => REFERENCE_MEDIA[medium]).join(', ') || null,
    },
  }),
  warmUpMinutes: field({
    stored: z.number().nullable(),
    entered: titled(
      optionalNumber('').refine((minutes) => minutes === null || (minutes >= 0 && minutes <= 1440), {
        error: 'is between 0 and 1440 minutes',
      }),
      'Warms up for, min',
    ),
    empty: null,
    store: asEntered,
    fill: asEntered,
    column: (key) => numberColumn({ key, title: 'Warms up for, min' }),
    line: { term: 'Warms up for', words: (minutes) => (minutes === null ? null : `${formatPlain(minutes)} min`) },
  }),
  runsOnBattery: field({
    ...alike(flag('runs on a battery')),
    empty: false,
    column: (key) => yesColumn({ key, title: 'Runs on a battery' }),
    line: { term: 'Power', words: (does) => (does ? 'battery' : null) },
  }),
  channels: field({
    stored: z.int().positive(),
    entered: titled(
      z.int('is no whole number').gte(1, 'is at least 1').lte(32, 'is 32 at most'),
      'Channels',
      'how many things at once',
    ),
    empty: 1,
    store: asEntered,
    fill: asEntered,
    column: (key) => numberColumn({ key, title: 'Channels' }),
    line: { term: 'Channels', words: String },
  }),
} as const
type Fields = typeof REFERENCE_FIELDS
type FieldName = keyof Fields

/** A field of which only the parts are wanted that all fields have alike. */
type AnyField = ReferenceField<z.ZodType, z.ZodType>
/** Every field with its name, in their order. */
export const REFERENCE_FIELD_LIST = Object.entries(REFERENCE_FIELDS) as unknown as readonly (readonly [
  FieldName, // keys of a const object
  AnyField,
])[]

/** A part of every field, by the name of the field. */
function partOf<T>(part: (field: AnyField) => T): Record<FieldName, T> {
  return Object.fromEntries(REFERENCE_FIELD_LIST.map(([name, each]) => [name, part(each)])) as Record<FieldName, T> // of every field
}

type ShapesOf<Sort extends 'stored' | 'entered'> = { [Name in FieldName]: Fields[Name][Sort] }
export const STORED_OF_REFERENCE = partOf(({ stored }) => stored) as ShapesOf<'stored'>
export const ENTERED_OF_REFERENCE = partOf(({ entered }) => entered) as ShapesOf<'entered'>

export type StoredOfReference = { [Name in FieldName]: z.output<Fields[Name]['stored']> }
type EnteredOfReference = { [Name in FieldName]: z.output<Fields[Name]['entered']> }

/** What was entered of a device’s fields, as it is stored. */
export const storedOf = (entered: EnteredOfReference): StoredOfReference =>
  mapped('store', entered) as StoredOfReference
/** What is stored of a device’s fields, as its form shows it. */
export const enteredOf = (stored: StoredOfReference): EnteredOfReference => mapped('fill', stored) as EnteredOfReference

const mapped = (by: 'store' | 'fill', values: Readonly<Record<FieldName, unknown>>) =>
  Object.fromEntries(REFERENCE_FIELD_LIST.map(([name, each]) => [name, each[by](values[name])])) // by its own field

/** What a new reference, or an empty cell, begins with; what must be given is left out. */
export const EMPTY_OF_REFERENCE: Readonly<Record<string, unknown>> = Object.fromEntries(
  REFERENCE_FIELD_LIST.flatMap(([name, { empty }]) => (empty === undefined ? [] : [[name, empty]])),
)

/** Lines of a reference’s page, in the order of the form. */
export const referenceLines = (stored: StoredOfReference): readonly (readonly [term: string, words: string])[] =>
  REFERENCE_FIELD_LIST.flatMap(([name, { line }]) => {
    const said = line?.words(stored[name]) ?? null
    return line === null || said === null ? [] : [[line.term, said] as const]
  })
