import { z } from 'zod'
import { column } from '../../list/column'
import { optionalText } from '../enteredParts'
import { type InstrumentField, shared } from '../instrumentField'

const shapes = { stored: z.string().optional(), entered: z.string().optional(), typed: optionalText(120) }

/** Whose it is; left out where it belongs to the site. */
export const owner: InstrumentField<typeof shapes> = {
  shapes,
  sql: 'particulars',
  changeMeans: 'none',
  isInRangeUnit: false,
  diff: 'columns',
  boxes: { empty: '', filled: (value) => value ?? '', forAnother: shared },
  drawn: {
    group: 'particulars',
    row: 1,
    boxes: [{ path: [], label: 'Customer or owner, if not this site', as: 'text' }],
  },
  columns: [column({ key: 'configuration.owner', title: 'Owner' })],
  nameplate: [{ place: 25, term: 'Customer or owner', words: (c) => c.owner ?? null }],
  certificate: [{ place: 30, term: 'Customer', words: (c, { site }) => c.owner ?? `${site}, for its own plant` }],
  listCell: null,
}
