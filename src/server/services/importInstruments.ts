import { randomUUID } from 'node:crypto'
import { setImmediate as nextTurn } from 'node:timers/promises'
import { checkRow, differingColumns } from '@/plans/import/checkRow'
import { INSTRUMENT_LIST } from '@/plans/import/lists'
import { type Cells, writeCells } from '@/plans/import/table'
import type { ImportedInstrument, ImportProgress, ImportRequest, RowAnswer } from '@/schema/importedRows'
import { pool, type Queryable, type Transaction, transaction } from '../database'
import { type CalibrationBefore, insertCalibrationBefore, selectLastBefore } from '../sql/calibrationBefore'
import { insertEvent } from '../sql/event'
import { type ConfiguredInstrument, selectInstruments, selectInstrumentsByTag } from '../sql/instrument'
import type { Actor } from './actor'
import { editConfigurationIn, registerInstrumentIn } from './instruments'

/** After so many rows others get their turn, and the person is told how far it is. */
const ROWS_A_TURN = 100

type Told = { readonly tell: (progress: ImportProgress) => void; readonly signal: AbortSignal }
type Known = { readonly instrument: ConfiguredInstrument; readonly before: CalibrationBefore | undefined }
type Row = { readonly answer: RowAnswer; readonly value: ImportedInstrument | null; readonly known: Known | null }

/**
 * Looks at the rows of a list of instruments, and takes them in one transaction: all, or none. What is registered already
 * is left alone where it is no different, and changed only where that was asked for.
 */
export async function importInstruments(request: ImportRequest, actor: Actor, told: Told): Promise<void> {
  const { tell, signal } = told
  const rows = await checked(pool(), request, told)
  const answers = rows.map(({ answer }) => answer)
  if (request.isTrial) return tell({ kind: 'done', stored: 0, changed: 0, rows: answers })
  const inTheWay = answers.filter(
    ({ state }) => state === 'refused' || (state === 'differs' && !request.changesKnown),
  ).length
  if (inTheWay > 0)
    return tell({
      kind: 'refused',
      words: `Nothing was stored: ${inTheWay} of ${answers.length} rows cannot be taken as they are. Mend them, or leave them out.`,
      rows: answers,
    })
  await transaction(async (db) => {
    for (const [index, row] of rows.entries()) {
      // Given up on half way, nothing of it is kept.
      signal.throwIfAborted()
      await stored(db, row, { actor, fileName: request.fileName })
      if (index % ROWS_A_TURN === 0) tell({ kind: 'progress', done: index, of: rows.length, doing: 'storing' })
    }
    const { person, now } = actor
    const detail = { fileName: request.fileName, rows: rows.length }
    await insertEvent(db, { at: now, personId: person.id, kind: 'instruments imported', subjectId: person.id, detail })
  })
  const count = (state: RowAnswer['state']) => answers.filter((answer) => answer.state === state).length
  tell({ kind: 'done', stored: count('new'), changed: count('differs'), rows: answers })
}

/** What becomes of each row, by the schema a form is checked by and by what is registered. */
async function checked(db: Queryable, { rows }: ImportRequest, { tell, signal }: Told): Promise<Row[]> {
  const known = await knownByTag(
    db,
    rows.flatMap(({ cells }) => (cells.tag ? [cells.tag] : [])),
  )
  const lineOfTag = new Map<string, number>()
  const found: Row[] = []
  for (const [index, { line, cells }] of rows.entries()) {
    if (index % ROWS_A_TURN === 0) {
      tell({ kind: 'progress', done: index, of: rows.length, doing: 'checking' })
      await nextTurn()
      signal.throwIfAborted()
    }
    found.push(rowOf({ line, cells }, known, lineOfTag))
  }
  return found
}

function rowOf(
  { line, cells }: ImportRequest['rows'][number],
  known: ReadonlyMap<string, Known>,
  lineOfTag: Map<string, number>,
): Row {
  const refused = (refusals: RowAnswer['refusals']): Row => ({
    answer: { line, state: 'refused', refusals, differs: [] },
    value: null,
    known: null,
  })
  const registered = known.get(cells.tag ?? '') ?? null
  const present = registered ? writeCells(asRow(registered), INSTRUMENT_LIST.columns) : {}
  // An empty cell says nothing: what is registered there stays.
  const row = checkRow({ ...present, ...cells }, INSTRUMENT_LIST)
  if (row.kind === 'refused') return refused(row.refusals)
  const { value } = row
  const twin = lineOfTag.get(value.tag)
  if (twin !== undefined)
    return refused([{ column: 'tag', words: `${value.tag} stands in line ${twin} too: keep one of them` }])
  lineOfTag.set(value.tag, line)
  if (!registered) return { answer: { line, state: 'new', refusals: [], differs: [] }, value, known: null }
  const differs = differingColumns(writeCells(value, INSTRUMENT_LIST.columns), present, INSTRUMENT_LIST.columns)
  const state = differs.length === 0 ? 'same' : 'differs'
  return { answer: { line, state, refusals: [], differs }, value, known: registered }
}

async function knownByTag(db: Queryable, tags: readonly string[]): Promise<Map<string, Known>> {
  const instruments = await selectInstrumentsByTag(db, tags)
  const before = await selectLastBefore(
    db,
    instruments.map(({ id }) => id),
  )
  return new Map(instruments.map((instrument) => [instrument.tag, { instrument, before: before.get(instrument.id) }]))
}

async function stored(db: Transaction, { answer, value, known }: Row, how: { actor: Actor; fileName: string }) {
  if (!value || answer.state === 'same') return
  const { actor, fileName } = how
  const reason = `from the list ${fileName}`.slice(0, 200)
  const id = known
    ? await changed(db, { value, known, reason }, actor)
    : (await registerInstrumentIn(db, value, actor, reason)).id
  const { calibratedOn, dueOn = null } = value.before ?? {}
  if (calibratedOn === undefined) return
  if (known?.before?.calibratedOn === calibratedOn && known.before.dueOn === dueOn) return
  const { person, now } = actor
  const row = { id: randomUUID(), instrumentId: id, calibratedOn, dueOn, certificate: '', source: fileName }
  await insertCalibrationBefore(db, { ...row, at: now, personId: person.id })
}

type Change = { readonly value: ImportedInstrument; readonly known: Known; readonly reason: string }

/** A further version with what the list says, where it says another thing of it than of its last calibration. */
async function changed(db: Transaction, { value, known, reason }: Change, actor: Actor): Promise<string> {
  const { id, version, configuration } = known.instrument
  const cells = (of: ImportedInstrument['configuration']) =>
    JSON.stringify(writeCells({ configuration: of }, INSTRUMENT_LIST.columns))
  if (cells(value.configuration) === cells(configuration)) return id
  const edit = { basedOnVersion: version, configuration: value.configuration, reason }
  await editConfigurationIn(db, { instrumentId: id, edit }, actor)
  return id
}

/** A registered instrument as a row of the list. */
const asRow = ({ instrument: { tag, configuration }, before }: Known) => ({
  tag,
  configuration,
  ...(before && {
    before: { calibratedOn: before.calibratedOn, ...(before.dueOn !== null && { dueOn: before.dueOn }) },
  }),
})

/** Every registered instrument as cells, by the columns of the list. */
export async function listedInstruments(): Promise<Cells[]> {
  const instruments = await selectInstruments(pool())
  const before = await selectLastBefore(
    pool(),
    instruments.map(({ id }) => id),
  )
  return instruments.map((instrument) =>
    writeCells(asRow({ instrument, before: before.get(instrument.id) }), INSTRUMENT_LIST.columns),
  )
}
