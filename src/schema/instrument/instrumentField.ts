import type { z } from 'zod'
import { formatPlain } from '@/core/format/formatNumber'
import type { Configuration } from '../configuration'
import type { Column } from '../list/column'

/** What a value is, as stored for ever, and what may be entered today: as numbers, and as a form or an API caller types it. */
export type FieldShapes = {
  readonly stored: z.ZodType
  readonly entered: z.ZodType
  readonly typed: z.ZodType
}

/** Shapes of a value that is stored, entered and typed alike. */
export const alike = <S extends z.ZodType>(shape: S) => ({ stored: shape, entered: shape, typed: shape })

/** A column of its own. A `flag` is true or left out, a `json-or-absent` left out where the column is NULL. */
export type SqlColumn = {
  readonly column: string
  readonly holds: 'text' | 'numeric' | 'integer' | 'json' | 'json-or-absent' | 'flag'
}

/**
 * Where SQL holds it: in a column of its own, by which it is checked, sorted or joined, or in `particulars`, the JSON of
 * everything else. And what a change of it means for the work: `new-history` ends what earlier records say of the
 * instrument (SQL compares it, so it has a column), `due-date` moves the due date, `none` neither.
 */
export type Stored =
  | { readonly sql: SqlColumn; readonly changeMeans: 'new-history' | 'due-date' | 'none' }
  | { readonly sql: 'particulars'; readonly changeMeans: 'due-date' | 'none' }

/** A box of the form. `path` leads from the field to the part it holds; empty where the field is one value. */
export type FieldBox = { readonly path: readonly string[]; readonly label: string } & (
  | { readonly as: 'text'; readonly list?: string }
  | { readonly as: 'number' }
  | { readonly as: 'choice'; readonly options: readonly (readonly [id: string, words: string])[] }
)

export type FieldGroup = 'what' | 'range' | 'set-up' | 'checking' | 'particulars'

/** How the form draws it: boxes in a row of its group, or labels of what the group's own component draws for it. */
export type Drawn = { readonly group: FieldGroup } & (
  | { readonly row: number; readonly boxes: readonly FieldBox[] }
  | { readonly own: readonly string[] }
)

/** A line of the instrument's page or of the certificate; `place` orders lines, those of one place as registered. */
export type FieldLine<Context = unknown> = {
  readonly place: number
  readonly term: string
  /** Null where there is nothing to say. */
  readonly words: (of: Configuration, context: Context) => string | null
}

/** What of the record a line of the certificate needs beside the configuration. */
export type CertificateContext = { readonly site: string }

/** Its column of the list of instruments. */
export type ListCell = {
  readonly title: string
  readonly width: number
  readonly isFigure: boolean
  readonly words: (of: Configuration) => string
}

/**
 * One field of an instrument's configuration, whole: form, register, import, export, SQL, page and certificate are derived
 * from it. Every part is asked for by the compiler; what a field does not have it says (`null`, `[]`).
 */
export type InstrumentField<Shapes extends FieldShapes, Boxes = string> = Stored & {
  readonly shapes: Shapes
  /** Whether its number is in the unit of the range and is converted with it. */
  readonly isInRangeUnit: boolean
  /** How a change of it is shown: cell by cell as in its columns, or in words of its own; null where nothing is said. */
  readonly diff: 'columns' | ((of: Configuration) => string | null)
  readonly boxes: {
    readonly empty: Boxes
    readonly filled: (value: z.output<Shapes['stored']>, of: Configuration) => Boxes
    /** The boxes for another instrument like this one: what belongs to one alone is emptied. */
    readonly forAnother: (boxes: Boxes) => Boxes
  }
  readonly drawn: Drawn
  readonly columns: readonly Column[]
  readonly nameplate: readonly FieldLine[]
  readonly certificate: readonly FieldLine<CertificateContext>[]
  readonly listCell: ListCell | null
}

/** What all instruments of one kind share: another one like this has it too. */
export const shared = <Boxes>(boxes: Boxes): Boxes => boxes

/** A stored number as its box shows it: with an ASCII minus, so that it can be typed over. */
export const boxText = (value: number | undefined): string =>
  value === undefined ? '' : formatPlain(value).replace('−', '-')

/** Ids with their words, as a choice offers them. */
export const optionsOf = (words: Readonly<Record<string, string>>): readonly (readonly [string, string])[] =>
  Object.entries(words)
