import { z } from 'zod'
import { AbsentDecimalText, DecimalText } from '../decimal'
import type { World } from '../world'
import { ao } from './quantities/ao'
import { applied } from './quantities/applied'
import { deflectionPercent } from './quantities/deflectionPercent'
import { display } from './quantities/display'
import { glassPercent } from './quantities/glassPercent'
import { massesKg } from './quantities/massesKg'
import { nominalPercent } from './quantities/nominalPercent'
import { output } from './quantities/output'
import { pv } from './quantities/pv'
import type { ReadingQuantity } from './readingQuantity'

/** What came in and what came out: no reading is without them. */
const MEASURED = { applied, output }
/** What a reading may carry beside them. A quantity is one file in `quantities/`, one line here, and its column. */
const FURTHER = { pv, ao, display, nominalPercent, deflectionPercent, glassPercent, massesKg }
export const READING_QUANTITIES = { ...MEASURED, ...FURTHER } as const satisfies Record<string, ReadingQuantity>

type Measured = keyof typeof MEASURED
type Further = keyof typeof FURTHER
export type ReadingField = Measured | Further

/** The figures of a reading as text, with the digits typed; what was not read is left out. */
export type ReadingFigures = { readonly [Name in Measured]: string } & {
  readonly [Name in Further]?: string | undefined
}

/** Every quantity with its name. */
export const READING_QUANTITY_LIST = Object.entries(READING_QUANTITIES) as readonly (readonly [
  ReadingField, // keys of a const object
  ReadingQuantity,
])[]
export const READING_FIELDS: readonly ReadingField[] = READING_QUANTITY_LIST.map(([name]) => name)
export const FURTHER_FIELDS = Object.keys(FURTHER) as readonly Further[] // keys of a const object

/** The quantities a run asks for at a point, in the order they are typed. */
export const askedAt = (world: World, percent: number): readonly ReadingField[] =>
  READING_QUANTITY_LIST.filter(([, { isAsked }]) => isAsked(world, percent))
    .toSorted(([, a], [, b]) => a.box.place - b.box.place)
    .map(([name]) => name)

/** Whether two readings say the same to the last digit: a correction that changes nothing is none. */
export const isSameReading = (a: ReadingFigures, b: ReadingFigures): boolean =>
  READING_FIELDS.every((field) => a[field] === b[field])

/** The figures of whatever carries them; what was not read is left out, as in records from before it could be. */
export const figuresOf = (from: ReadingFigures): ReadingFigures => ({
  applied: from.applied,
  output: from.output,
  ...Object.fromEntries(FURTHER_FIELDS.flatMap((field) => (from[field] === undefined ? [] : [[field, from[field]]]))),
})

const further = <S extends z.ZodType>(shape: S) =>
  Object.fromEntries(FURTHER_FIELDS.map((field) => [field, shape])) as { [Name in Further]: S } // of every field

/** The figures as recorded: text with the digits typed. */
export const RECORDED_FIGURES = { applied: z.string(), output: z.string(), ...further(z.string().optional()) }
/** The same as a caller sends them. */
export const SENT_FIGURES = { applied: DecimalText, output: DecimalText, ...further(AbsentDecimalText) }
