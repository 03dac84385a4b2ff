import { z } from 'zod'
import { column } from '../../list/column'
import { optionalText } from '../enteredParts'
import { type InstrumentField, shared } from '../instrumentField'

const shapes = { stored: z.string().optional(), entered: z.string().optional(), typed: optionalText(120) }

/** Where the error limit comes from: a data sheet, a standard, the site's own rule. */
export const limitSource: InstrumentField<typeof shapes> = {
  shapes,
  sql: 'particulars',
  changeMeans: 'none',
  isInRangeUnit: false,
  diff: 'columns',
  boxes: { empty: '', filled: (value) => value ?? '', forAnother: shared },
  drawn: { group: 'particulars', row: 2, boxes: [{ path: [], label: 'Error limit from', as: 'text' }] },
  columns: [column({ key: 'configuration.limitSource', title: 'Source of the limit' })],
  nameplate: [{ place: 125, term: 'Error limit from', words: (c) => c.limitSource ?? null }],
  // It stands in the line of the error limit.
  certificate: [],
  listCell: null,
}
