import { z } from 'zod'
import { column } from '../../list/column'
import { optionalText } from '../enteredParts'
import { type InstrumentField, shared } from '../instrumentField'

const shapes = { stored: z.string().optional(), entered: z.string().optional(), typed: optionalText(80) }

/** What it measures in, in the site's own words; left out where nobody has said. */
export const processFluid: InstrumentField<typeof shapes> = {
  shapes,
  sql: 'particulars',
  changeMeans: 'none',
  isInRangeUnit: false,
  diff: 'columns',
  boxes: { empty: '', filled: (value) => value ?? '', forAnother: shared },
  drawn: { group: 'particulars', row: 1, boxes: [{ path: [], label: 'Process fluid', as: 'text' }] },
  columns: [column({ key: 'configuration.processFluid', title: 'Process fluid', aliases: ['fluid', 'medium'] })],
  nameplate: [{ place: 85, term: 'Process fluid', words: (c) => c.processFluid ?? null }],
  certificate: [],
  listCell: null,
}
