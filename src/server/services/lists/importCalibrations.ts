import { randomUUID } from 'node:crypto'
import { checkRow } from '@/plans/import/checkRow'
import { CALIBRATION_LIST } from '@/plans/import/lists'
import { type Cells, writeCells } from '@/plans/import/table'
import type { ImportedPoint, PointBefore } from '@/schema/importedRows'
import { pool, type Queryable, type Transaction } from '../../database'
import {
  type CalibrationBefore,
  insertCalibrationBefore,
  selectCalibrationsBefore,
} from '../../sql/register/calibrationBefore'
import { type ConfiguredInstrument, selectInstruments, selectInstrumentsByTag } from '../../sql/register/instrument'
import type { Actor } from '../actor'
import type { ImportedList, ImportRow } from './importList'

/** A point of an earlier calibration that is known already. */
type Known = { readonly tag: string; readonly before: CalibrationBefore; readonly point: PointBefore }

const calibrationKey = (
  tag: string,
  { calibratedOn, certificate }: Pick<ImportedPoint, 'calibratedOn' | 'certificate'>,
) => [tag, calibratedOn, certificate].join('·')
const pointKey = (value: ImportedPoint) => `${calibrationKey(value.tag, value)}·${value.point.percent}`
const asRow = ({ tag, before: { calibratedOn, certificate }, point }: Known): ImportedPoint => ({
  ...{ tag, calibratedOn, certificate, point },
})

/**
 * Calibrations from before as a list brings them: a row for each point, told apart by tag, day, certificate and point. They
 * stay what a list says, and never become records.
 *
 * @param today none is later
 */
export function calibrationsToImport(today: string): ImportedList<(typeof CALIBRATION_LIST)['schema'], Known> {
  const idOfTag = new Map<string, string>()
  return {
    list: CALIBRATION_LIST,
    keyOf,
    keyColumn: 'point.percent',
    eventKind: 'earlier calibrations imported',
    loadKnown: async (db, rows) => {
      const tags = [...new Set(rows.flatMap(({ tag }) => (tag === undefined ? [] : [tag.trim()])))]
      const instruments = await selectInstrumentsByTag(db, tags)
      for (const { tag, id } of instruments) idOfTag.set(tag, id)
      return new Map((await knownPoints(db, instruments)).map((known) => [pointKey(asRow(known)), known]))
    },
    refusalOf: ({ tag, calibratedOn }) => {
      if (!idOfTag.has(tag)) return { column: 'tag', words: `no instrument is registered as ${tag}: register it first` }
      return calibratedOn > today ? { column: 'calibratedOn', words: 'lies in the future' } : null
    },
    asRow,
    store: async (db, rows, { actor, fileName, step }) => {
      const byCalibration = new Map<string, Row[]>()
      for (const row of rows)
        if (row.value) {
          const key = calibrationKey(row.value.tag, row.value)
          byCalibration.set(key, [...(byCalibration.get(key) ?? []), row])
        }
      for (const [index, own] of [...byCalibration.values()].entries()) {
        step(index)
        if (own.some(({ answer }) => answer.state !== 'same')) await stored(db, own, { actor, fileName, idOfTag })
      }
    },
  }
}

/** The key of a row; one that cannot be read has one of its own, and is refused for that. */
function keyOf(cells: Cells): string {
  const row = checkRow(cells, CALIBRATION_LIST)
  return row.kind === 'fine' ? pointKey(row.value) : JSON.stringify(cells)
}

/** Every point of the calibrations before that are known of some instruments. */
async function knownPoints(db: Queryable, instruments: readonly ConfiguredInstrument[]): Promise<Known[]> {
  const tagOf = new Map(instruments.map(({ id, tag }) => [id, tag]))
  const known = await selectCalibrationsBefore(db, [...tagOf.keys()])
  return known.flatMap((before) =>
    before.points.map((point) => ({ tag: tagOf.get(before.instrumentId) ?? '', before, point })),
  )
}

type Row = ImportRow<ImportedPoint, Known>
type How = { readonly actor: Actor; readonly fileName: string; readonly idOfTag: ReadonlyMap<string, string> }

/** All points of one calibration as a further row: what a list said before of its other points and its due date stays. */
async function stored(db: Transaction, rows: readonly Row[], { actor, fileName, idOfTag }: How): Promise<void> {
  const values = rows.flatMap(({ value }) => (value ? [value] : []))
  const [first] = values
  const instrumentId = first && idOfTag.get(first.tag)
  if (!first || instrumentId === undefined) return
  const { calibratedOn, certificate } = first
  const sameDay = (await selectCalibrationsBefore(db, [instrumentId])).filter(
    (known) => known.calibratedOn === calibratedOn,
  )
  const before = sameDay.find((known) => known.certificate === certificate)
  const points = new Map((before?.points ?? []).map((point) => [point.percent, point]))
  for (const { point } of values) points.set(point.percent, point)
  await insertCalibrationBefore(db, {
    ...{ id: randomUUID(), instrumentId, calibratedOn, certificate, source: fileName },
    dueOn: before?.dueOn ?? sameDay.find(({ dueOn }) => dueOn !== null)?.dueOn ?? null,
    points: [...points.values()].toSorted((a, b) => a.percent - b.percent),
    ...{ at: actor.now, personId: actor.person.id },
  })
}

/** Every point of every calibration before as cells, by the columns of the list. */
export async function listedCalibrations(): Promise<Cells[]> {
  const known = await knownPoints(pool(), await selectInstruments(pool()))
  return known.map((each) => writeCells(asRow(each), CALIBRATION_LIST.columns))
}
