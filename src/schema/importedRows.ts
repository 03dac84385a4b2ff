import { z } from 'zod'
import { NewInstrument, Tag } from './configurationForm'
import { DecimalNumber } from './decimal'

const calendarDate = z.iso.date({ error: 'is no date: write it as 2026-03-31' })

/** When an instrument was calibrated before it was registered, and when it is due. */
const Before = z
  .object({ calibratedOn: calendarDate.optional(), dueOn: calendarDate.optional() })
  .superRefine(({ calibratedOn, dueOn }, ctx) => {
    if (dueOn !== undefined && calibratedOn === undefined)
      ctx.addIssue({ code: 'custom', path: ['calibratedOn'], message: 'is empty: when was it calibrated last?' })
    if (dueOn !== undefined && calibratedOn !== undefined && dueOn <= calibratedOn)
      ctx.addIssue({ code: 'custom', path: ['dueOn'], message: 'is not after the last calibration' })
  })

/** An instrument as a row of a list enters it. */
export const ImportedInstrument = NewInstrument.extend({ before: Before.optional() })
export type ImportedInstrument = z.infer<typeof ImportedInstrument>

const percentBetween = (low: number, high: number) =>
  DecimalNumber.refine((value) => value >= low && value <= high, { error: `is not between ${low} and ${high} %` })
/** No instrument is read, or found, further away than that. */
const FURTHEST_POINT = [-25, 125] as const
const FURTHEST_ERROR = [-200, 200] as const

/** A point of a calibration from before: how it was found, and how it was left; null where it was not touched. % of span. */
export const PointBefore = z.object({
  percent: percentBetween(...FURTHEST_POINT),
  found: percentBetween(...FURTHEST_ERROR),
  left: percentBetween(...FURTHEST_ERROR)
    .nullable()
    .default(null),
})
export type PointBefore = z.infer<typeof PointBefore>

/** A point of an earlier calibration as a row of a list enters it. */
export const ImportedPoint = z.object({
  tag: Tag,
  calibratedOn: calendarDate,
  certificate: z.string().trim().max(60, { error: 'is longer than 60 characters: shorten it' }).default(''),
  point: PointBefore,
})
export type ImportedPoint = z.infer<typeof ImportedPoint>

/** Cells of a row by the key of their column. */
const RowCells = z.record(z.string().max(80), z.string().max(4000))

/** As many rows as one import takes. */
export const MOST_ROWS = 20_000

/** Rows of a list, to be looked at or taken. */
export const ImportRequest = z.object({
  fileName: z.string().max(200),
  /** Nothing is stored: only said what would be. */
  isTrial: z.boolean(),
  /** Rows that differ from what is registered change it, by a further version. */
  changesKnown: z.boolean().default(false),
  rows: z
    .array(z.object({ line: z.int().positive(), cells: RowCells }))
    .min(1, { error: 'there is no row: choose a file with at least one' })
    .max(MOST_ROWS, { error: `more than ${MOST_ROWS} rows: take them in parts` })
    .readonly(),
})
export type ImportRequest = z.infer<typeof ImportRequest>

/** What becomes of a row. `same`: already registered, unchanged, so nothing is done. */
export type RowState = 'new' | 'same' | 'differs' | 'refused'
export type RowAnswer = {
  readonly line: number
  readonly state: RowState
  /** By the key of the column; a field that belongs to no column under `row`. */
  readonly refusals: readonly { readonly column: string; readonly words: string }[]
  /** Titles of the columns in which it differs from what is registered. */
  readonly differs: readonly string[]
}

/** What an import answers, line by line of a stream: how far it is, and at the end what became of each row. */
export type ImportProgress =
  | { readonly kind: 'progress'; readonly done: number; readonly of: number; readonly doing: 'checking' | 'storing' }
  | { readonly kind: 'done'; readonly stored: number; readonly changed: number; readonly rows: readonly RowAnswer[] }
  | { readonly kind: 'refused'; readonly words: string; readonly rows: readonly RowAnswer[] }
