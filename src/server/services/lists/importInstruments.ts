import { randomUUID } from 'node:crypto'
import { INSTRUMENT_LIST } from '@/plans/import/lists'
import { type Cells, writeCells } from '@/plans/import/table'
import type { ImportedInstrument } from '@/schema/importedRows'
import { pool, type Queryable, type Transaction } from '../../database'
import { type CalibrationBefore, insertCalibrationBefore, selectLastBefore } from '../../sql/register/calibrationBefore'
import { type ConfiguredInstrument, selectInstruments, selectInstrumentsByTag } from '../../sql/register/instrument'
import type { Actor } from '../actor'
import { editConfigurationIn, registerInstrumentIn } from '../register/instruments'
import type { ImportedList } from './importList'

type Known = { readonly instrument: ConfiguredInstrument; readonly before: CalibrationBefore | undefined }

/** Instruments as a list brings them: each a row, told apart by its tag. */
export const IMPORTED_INSTRUMENTS: ImportedList<(typeof INSTRUMENT_LIST)['schema'], Known> = {
  list: INSTRUMENT_LIST,
  keyOf: ({ tag = '' }) => tag.trim(),
  keyColumn: 'tag',
  eventKind: 'instruments imported',
  loadKnown: async (db, rows) => {
    const found = await selectInstrumentsByTag(
      db,
      rows.flatMap(({ tag }) => (tag === undefined ? [] : [tag.trim()])),
    )
    return new Map((await withBefore(db, found)).map((known) => [known.instrument.tag, known]))
  },
  asRow: ({ instrument: { tag, configuration }, before }) => ({
    tag,
    configuration,
    ...(before && {
      before: { calibratedOn: before.calibratedOn, ...(before.dueOn !== null && { dueOn: before.dueOn }) },
    }),
  }),
  store: async (db, rows, { actor, fileName, step }) => {
    for (const [index, { answer, value, known }] of rows.entries()) {
      step(index)
      if (value && answer.state !== 'same') await stored(db, { value, known, fileName }, actor)
    }
  },
}

async function withBefore(db: Queryable, instruments: readonly ConfiguredInstrument[]): Promise<Known[]> {
  const before = await selectLastBefore(
    db,
    instruments.map(({ id }) => id),
  )
  return instruments.map((instrument) => ({ instrument, before: before.get(instrument.id) }))
}

type Taken = { readonly value: ImportedInstrument; readonly known: Known | null; readonly fileName: string }

async function stored(db: Transaction, { value, known, fileName }: Taken, actor: Actor): Promise<void> {
  const reason = `from the list ${fileName}`.slice(0, 200)
  const id = known
    ? await changed(db, { value, known, reason }, actor)
    : (await registerInstrumentIn(db, value, actor, reason)).id
  const { calibratedOn, dueOn = null } = value.before ?? {}
  if (calibratedOn === undefined) return
  if (known?.before?.calibratedOn === calibratedOn && known.before.dueOn === dueOn) return
  const { person, now } = actor
  const points = known?.before?.calibratedOn === calibratedOn ? known.before.points : []
  const certificate = known?.before?.calibratedOn === calibratedOn ? known.before.certificate : ''
  const row = { id: randomUUID(), instrumentId: id, calibratedOn, dueOn, certificate, points, source: fileName }
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

/** Every registered instrument as cells, by the columns of the list. */
export async function listedInstruments(): Promise<Cells[]> {
  const known = await withBefore(pool(), await selectInstruments(pool()))
  return known.map((each) => writeCells(IMPORTED_INSTRUMENTS.asRow(each), INSTRUMENT_LIST.columns))
}
