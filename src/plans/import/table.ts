import { orRefused } from '@/core/refusal'
import type { RefusedField } from '@/schema/answer'
import { type Column, plainText } from '../../schema/list/column'

/** Cells of a row by the key of their column; empty ones are left out. */
export type Cells = Readonly<Record<string, string>>

/** Which column of a file each of ours is, by its place; left out where it has none. */
export type Matching = Readonly<Record<string, number>>

/** Matches the heads of a file to our columns by name; what it does not know is left to the person. */
export function matchHeads(heads: readonly string[], columns: readonly Column[]): Matching {
  const matching: Record<string, number> = {}
  const match = (namesOf: (column: Column) => readonly string[]) => {
    for (const column of columns) {
      const names = namesOf(column).map(plainText)
      const taken = Object.values(matching)
      const place = heads.findIndex((head, index) => !taken.includes(index) && names.includes(plainText(head)))
      if (place !== -1 && matching[column.key] === undefined) matching[column.key] = place
    }
  }
  // What is called exactly so goes before what others call it.
  match(({ title, key }) => [title, key])
  match(({ aliases }) => aliases)
  return matching
}

/** The cells of a line of a file that belong to our columns. */
export const cellsOf = (line: readonly string[], matching: Matching): Cells =>
  Object.fromEntries(
    Object.entries(matching).flatMap(([key, place]) => {
      // A spreadsheet’s mark for a text that looks like a formula.
      const text = (line[place] ?? '').trim().replace(/^'(?=[=@+-])/, '')
      return text === '' ? [] : [[key, text]]
    }),
  )

/** What a row enters, and what of its cells could not be read. */
export type ReadRow = { readonly input: unknown; readonly refusals: readonly RefusedField[] }

/**
 * Reads the cells of a row into what is entered.
 *
 * @param start what stands where a cell is empty
 */
export function readCells(cells: Cells, columns: readonly Column[], start: Tree = {}): ReadRow {
  const refusals: RefusedField[] = []
  let input: Tree = start
  for (const { key, read, isRequired, title } of columns) {
    const text = cells[key]
    if (text === undefined) {
      if (isRequired) refusals.push({ field: key, reason: 'is empty', remedy: `fill in ${title.toLowerCase()}` })
      continue
    }
    input = orRefused(
      () => withValue(input, key.split('.'), read(text)),
      ({ reason, remedy }) => {
        refusals.push({ field: key, reason, remedy })
        return input
      },
    )
  }
  return { input, refusals }
}

type Tree = { readonly [key: string]: unknown }
const isTree = (value: unknown): value is Tree => typeof value === 'object' && value !== null && !Array.isArray(value)

function withValue(tree: Tree, [head = '', ...rest]: readonly string[], value: unknown): Tree {
  if (rest.length === 0) return { ...tree, [head]: value }
  const inner = tree[head]
  return { ...tree, [head]: withValue(isTree(inner) ? inner : {}, rest, value) }
}

/** What is stored, as cells. */
export const writeCells = (stored: unknown, columns: readonly Column[]): Cells =>
  Object.fromEntries(
    columns.flatMap(({ key, write }) => {
      const text = write(valueAt(stored, key.split('.')))
      return text === '' ? [] : [[key, text]]
    }),
  )

const valueAt = (tree: unknown, path: readonly string[]): unknown =>
  path.reduce<unknown>((inner, head) => (isTree(inner) ? inner[head] : undefined), tree)

/** The column a refusal belongs to: the one of its own field, or the one that holds it. */
export function columnOfField(field: string, columns: readonly Column[]): Column | undefined {
  const holds = columns.filter(({ key }) => field === key || field.startsWith(`${key}.`))
  const held = columns.filter(({ key }) => key.startsWith(`${field}.`))
  return holds.toSorted((a, b) => b.key.length - a.key.length)[0] ?? held[0]
}
