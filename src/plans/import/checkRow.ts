import type { z } from 'zod'
import type { RowAnswer } from '@/schema/importedRows'
import { shapeRefusals } from '@/schema/shapeRefusals'
import type { Column } from '../../schema/list/column'
import { type Cells, columnOfField, readCells } from './table'

/** A kind of list: its columns, and the schema that its rows are entered by. */
export type ListKind<S extends z.ZodType> = {
  readonly columns: readonly Column[]
  readonly schema: S
  /** What stands where a cell is empty. */
  readonly start: { readonly [key: string]: unknown }
}

export type CheckedRow<T> =
  | { readonly kind: 'fine'; readonly value: T }
  | { readonly kind: 'refused'; readonly refusals: RowAnswer['refusals'] }

/** Checks the cells of a row by the schema that a form or an API caller is checked by; each refusal beside its column. */
export function checkRow<S extends z.ZodType>(
  cells: Cells,
  { columns, schema, start }: ListKind<S>,
): CheckedRow<z.output<S>> {
  const { input, refusals } = readCells(cells, columns, start)
  const parsed = schema.safeParse(input)
  // What could not be read is told in its own words; the schema would only say that it is missing.
  const unread = new Set(refusals.map(({ field }) => field))
  const refused = [
    ...refusals,
    ...(parsed.success ? [] : shapeRefusals(parsed.error).filter(({ field }) => !unread.has(field))),
  ]
  if (parsed.success && refused.length === 0) return { kind: 'fine', value: parsed.data }
  const told = refused.map(({ field, reason, remedy }) => ({
    column: columnOfField(field, columns)?.key ?? 'row',
    words: remedy ? `${reason}: ${remedy}` : reason,
  }))
  // One thing at a time in a cell: the first is what the others mostly follow from.
  const isFirst = ({ column }: { column: string }, index: number) =>
    told.findIndex((each) => each.column === column) === index
  return { kind: 'refused', refusals: told.filter(isFirst) }
}

/** Titles of the columns in which what is entered differs from what is stored; both as they are written out. */
export const differingColumns = (entered: Cells, stored: Cells, columns: readonly Column[]): string[] =>
  columns.filter(({ key }) => entered[key] !== stored[key]).map(({ title }) => title)
