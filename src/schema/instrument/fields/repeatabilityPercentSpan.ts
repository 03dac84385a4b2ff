import { z } from 'zod'
import { formatPlain } from '@/core/format/formatNumber'
import { column } from '../../list/column'
import { above, optionalPositive } from '../enteredParts'
import { boxText, type InstrumentField, shared } from '../instrumentField'

const shapes = {
  stored: z.number().optional(),
  entered: above(z.number()).optional(),
  typed: optionalPositive,
}

/** Standard deviation of single readings at one point, as declared by the maker or the site. */
export const repeatabilityPercentSpan: InstrumentField<typeof shapes> = {
  shapes,
  sql: 'particulars',
  changeMeans: 'none',
  isInRangeUnit: false,
  diff: 'columns',
  boxes: { empty: '', filled: boxText, forAnother: shared },
  drawn: {
    group: 'particulars',
    row: 2,
    boxes: [{ path: [], label: 'Repeatability, s in % of span', as: 'number' }],
  },
  columns: [column({ key: 'configuration.repeatabilityPercentSpan', title: 'Repeatability, % of span' })],
  nameplate: [
    {
      place: 35,
      term: 'Repeatability',
      words: ({ repeatabilityPercentSpan: s }) => (s === undefined ? null : `s = ${formatPlain(s)} % of span`),
    },
  ],
  certificate: [],
  listCell: null,
}
