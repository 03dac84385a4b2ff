import { z } from 'zod'
import { ADJUSTED_BY, ADJUSTED_BY_IDS, adjustedByOf } from '@/core/adjust/adjustedBy'
import { choiceColumn } from '../../list/column'
import { type InstrumentField, shared } from '../instrumentField'

const entered = z.enum(ADJUSTED_BY_IDS, { error: 'say how it is adjusted' }).optional()
const shapes = { stored: z.enum(ADJUSTED_BY_IDS).optional(), entered, typed: entered }

/** How it is adjusted. Left out where nobody has said, as in older records: then as is usual for its kind and output. */
export const adjustedBy: InstrumentField<typeof shapes> = {
  shapes,
  sql: 'particulars',
  changeMeans: 'none',
  isInRangeUnit: false,
  diff: 'columns',
  boxes: { empty: 'trims', filled: (_, of) => adjustedByOf(of), forAnother: shared },
  drawn: { group: 'set-up', own: ['Adjusted by'] },
  columns: [choiceColumn(ADJUSTED_BY, { key: 'configuration.adjustedBy', title: 'Adjusted by' })],
  nameplate: [
    {
      place: 160,
      term: 'Adjusted by',
      words: (c) => `${ADJUSTED_BY[adjustedByOf(c)]}${c.adjustedBy ? '' : ' (usual for its kind; not registered)'}`,
    },
  ],
  certificate: [],
  listCell: null,
}
