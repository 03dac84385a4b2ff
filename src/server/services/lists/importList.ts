import { setImmediate as nextTurn } from 'node:timers/promises'
import type { z } from 'zod'
import { checkRow, differingColumns, type ListKind } from '@/plans/import/checkRow'
import { type Cells, writeCells } from '@/plans/import/table'
import type { EventKind } from '@/schema/audit'
import type { ImportProgress, ImportRequest, RowAnswer } from '@/schema/importedRows'
import { pool, type Queryable, type Transaction, transaction } from '../../database'
import { insertEvent } from '../../sql/proof/event'
import type { Actor } from '../actor'

/** After so many rows others get their turn, and the person is told how far it is. */
export const ROWS_A_TURN = 100

export type Told = { readonly tell: (progress: ImportProgress) => void; readonly signal: AbortSignal }

/** A row that was looked at: what it enters, and what is registered of it; both null where there is none. */
export type ImportRow<V, K> = { readonly answer: RowAnswer; readonly value: V | null; readonly known: K | null }

/** How one kind of list is taken into the register. */
export type ImportedList<S extends z.ZodType, K> = {
  readonly list: ListKind<S>
  /** What tells its rows apart, from their cells. */
  readonly keyOf: (cells: Cells) => string
  /** The column that a row which stands twice is refused at. */
  readonly keyColumn: string
  /** What is registered of some rows, by that key. */
  readonly loadKnown: (db: Queryable, rows: readonly Cells[]) => Promise<ReadonlyMap<string, K>>
  /** Why a row that reads well cannot be taken all the same; null where it can. */
  readonly refusalOf?: (value: z.output<S>) => RowAnswer['refusals'][number] | null
  /** What is registered, as a row of the list enters it. */
  readonly asRow: (known: K) => unknown
  /** Stores every row that is new or changes something. */
  readonly store: (
    db: Transaction,
    rows: readonly ImportRow<z.output<S>, K>[],
    how: { readonly actor: Actor; readonly fileName: string; readonly step: (done: number) => void },
  ) => Promise<void>
  readonly eventKind: EventKind
}

/**
 * Looks at the rows of a list, and takes them in one transaction: all, or none. What is registered already is left alone
 * where it is no different, and changed only where that was asked for.
 */
export async function importList<S extends z.ZodType, K>(
  kind: ImportedList<S, K>,
  request: ImportRequest,
  { actor, told }: { readonly actor: Actor; readonly told: Told },
): Promise<void> {
  const { tell, signal } = told
  const rows = await checked(kind, request, told)
  const answers = rows.map(({ answer }) => answer)
  if (request.isTrial) return tell({ kind: 'done', stored: 0, changed: 0, rows: answers })
  const isInTheWay = ({ state }: RowAnswer) => state === 'refused' || (state === 'differs' && !request.changesKnown)
  const inTheWay = answers.filter(isInTheWay).length
  if (inTheWay > 0)
    return tell({
      kind: 'refused',
      words: `Nothing was stored: ${inTheWay} of ${answers.length} rows cannot be taken as they are. Mend them, or leave them out.`,
      rows: answers,
    })
  const { fileName } = request
  await transaction(async (db) => {
    const step = (done: number) => {
      // Given up on half way, nothing of it is kept.
      signal.throwIfAborted()
      if (done % ROWS_A_TURN === 0) tell({ kind: 'progress', done, of: rows.length, doing: 'storing' })
    }
    await kind.store(db, rows, { actor, fileName, step })
    const { person, now } = actor
    const detail = { fileName, rows: rows.length }
    await insertEvent(db, { at: now, personId: person.id, kind: kind.eventKind, subjectId: person.id, detail })
  })
  const count = (state: RowAnswer['state']) => answers.filter((answer) => answer.state === state).length
  tell({ kind: 'done', stored: count('new'), changed: count('differs'), rows: answers })
}

/** What becomes of each row, by the schema a form is checked by and by what is registered. */
async function checked<S extends z.ZodType, K>(
  kind: ImportedList<S, K>,
  { rows }: ImportRequest,
  { tell, signal }: Told,
): Promise<ImportRow<z.output<S>, K>[]> {
  const known = await kind.loadKnown(
    pool(),
    rows.map(({ cells }) => cells),
  )
  const lineOf = new Map<string, number>()
  const found: ImportRow<z.output<S>, K>[] = []
  for (const [index, row] of rows.entries()) {
    if (index % ROWS_A_TURN === 0) {
      tell({ kind: 'progress', done: index, of: rows.length, doing: 'checking' })
      await nextTurn()
      signal.throwIfAborted()
    }
    found.push(lookedAt(kind, row, { known: known.get(kind.keyOf(row.cells)) ?? null, lineOf }))
  }
  return found
}

function lookedAt<S extends z.ZodType, K>(
  { list, keyOf, keyColumn, asRow, refusalOf }: ImportedList<S, K>,
  { line, cells }: ImportRequest['rows'][number],
  { known, lineOf }: { readonly known: K | null; readonly lineOf: Map<string, number> },
): ImportRow<z.output<S>, K> {
  const refused = (refusals: RowAnswer['refusals']): ImportRow<z.output<S>, K> => ({
    answer: { line, state: 'refused', refusals, differs: [] },
    value: null,
    known: null,
  })
  const present = known === null ? {} : writeCells(asRow(known), list.columns)
  // An empty cell says nothing: what is registered there stays.
  const row = checkRow({ ...present, ...cells }, list)
  if (row.kind === 'refused') return refused(row.refusals)
  const inTheWay = refusalOf?.(row.value)
  if (inTheWay) return refused([inTheWay])
  const key = keyOf(cells)
  const twin = lineOf.get(key)
  if (twin !== undefined) return refused([{ column: keyColumn, words: `stands in line ${twin} too: keep one of them` }])
  lineOf.set(key, line)
  const { value } = row
  if (known === null) return { answer: { line, state: 'new', refusals: [], differs: [] }, value, known }
  const differs = differingColumns(writeCells(value, list.columns), present, list.columns)
  return { answer: { line, state: differs.length === 0 ? 'same' : 'differs', refusals: [], differs }, value, known }
}
