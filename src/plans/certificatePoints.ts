import { Refusal } from '@/core/refusal'
import { type Column, column } from '../schema/list/column'
import type { RangeToRead, ReadCertificate, ReadPoint } from './dcc/readCertificate'
import { cellsOf, matchHeads } from './import/table'

/** Columns of the points of a certificate; found by their names or those other lists use. */
export const POINT_COLUMNS: readonly Column[] = [
  column({ key: 'mark', title: 'Mark', aliases: ['range', 'module'] }),
  column({ key: 'state', title: 'Found or given back', aliases: ['found', 'state', 'as'] }),
  column({
    key: 'indicated',
    title: 'It showed',
    aliases: ['indicated', 'indication', 'shown', 'reading'],
    isRequired: true,
  }),
  column({ key: 'reference', title: 'There was', aliases: ['reference', 'applied', 'reference value'] }),
  column({ key: 'correction', title: 'Correction' }),
  column({ key: 'error', title: 'Error', aliases: ['error of indication', 'deviation'] }),
  column({ key: 'uncertainty', title: 'U', aliases: ['uncertainty', 'expanded uncertainty', 'u ±'], isRequired: true }),
  column({ key: 'k', title: 'k', aliases: ['coverage factor'] }),
]

/**
 * The points of a certificate from a list, in the units of the ranges.
 *
 * @param ranges of the reference; a row without a mark belongs to the only one
 * @throws {Refusal} at the first row that makes no sense, with its line
 */
export function readPoints(
  { heads, lines }: { readonly heads: readonly string[]; readonly lines: readonly (readonly string[])[] },
  ranges: readonly RangeToRead[],
): ReadCertificate {
  const matching = matchHeads(heads, POINT_COLUMNS)
  const missing = POINT_COLUMNS.find(({ key, isRequired }) => isRequired && matching[key] === undefined)
  if (missing)
    throw new Refusal(
      'file',
      `no column is called “${missing.title}”`,
      'name the columns: It showed, There was (or Correction, or Error), U',
    )
  const rows = lines.map((line, index) => rowOf(cellsOf(line, matching), { line: index + 2, ranges }))
  const marks = [...new Set(rows.map(({ mark }) => mark))]
  return {
    ...{ number: null, laboratory: null, accreditation: null, calibratedOn: null, remarks: [] },
    ranges: marks.map((mark) => {
      const own = rows.filter((row) => row.mark === mark)
      const points = (isFound: boolean) => own.filter((row) => row.isFound === isFound).map(({ point }) => point)
      const [given, found] = [points(false), points(true)]
      const coverageFactor = own.find(({ k }) => k !== null)?.k ?? null
      return { mark, coverageFactor, points: given.length > 0 ? given : found, found: given.length > 0 ? found : [] }
    }),
  }
}

type Row = { readonly mark: string; readonly isFound: boolean; readonly k: number | null; readonly point: ReadPoint }

function rowOf(
  cells: Readonly<Record<string, string>>,
  { line, ranges }: { readonly line: number; readonly ranges: readonly RangeToRead[] },
): Row {
  const refuse = (reason: string, remedy: string) => new Refusal('file', `line ${line}: ${reason}`, remedy)
  const number = (key: string): number | null => {
    const text = (cells[key] ?? '').trim().replace('−', '-').replace(',', '.')
    if (text === '') return null
    const value = Number(text)
    if (!Number.isFinite(value)) throw refuse(`“${cells[key]}” is no number`, 'mend it in the file')
    return value
  }
  const mark = (cells.mark ?? '').trim()
  if (!ranges.some((range) => range.mark === mark))
    throw refuse(
      mark === '' ? 'it names no range' : `this reference has no range ${mark}`,
      `name one of ${ranges.map((range) => range.mark || 'the only one').join(', ')}`,
    )
  const [indicated, reference, correction, error, uncertainty] = [
    'indicated',
    'reference',
    'correction',
    'error',
    'uncertainty',
  ].map(number)
  if (indicated === null || indicated === undefined) throw refuse('what it showed is empty', 'fill it in')
  if (uncertainty === null || uncertainty === undefined || uncertainty <= 0)
    throw refuse('U is not above zero', 'fill it in')
  const off = correction ?? (error === null || error === undefined ? null : -error)
  if ((reference ?? null) === null && off === null)
    throw refuse('what there was is empty', 'fill it in, or the correction, or the error')
  return {
    mark,
    isFound: /^(as )?found|before/i.test((cells.state ?? '').trim()),
    k: number('k'),
    point: {
      indicated,
      uncertainty,
      reference: reference ?? null,
      correction: (reference ?? null) === null ? off : null,
    },
  }
}
