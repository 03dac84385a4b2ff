import { z } from 'zod'
import { formatPlain } from '@/core/format/formatNumber'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { column } from '../../list/column'
import { above, optionalPositive } from '../enteredParts'
import { boxText, type InstrumentField, shared } from '../instrumentField'

const shapes = {
  stored: z.number().optional(),
  entered: above(z.number()).optional(),
  typed: optionalPositive,
}

/** The largest shift of zero that its maker allows to be trimmed, in the unit of the range; left out where nobody has said. */
export const zeroTrimLimit: InstrumentField<typeof shapes> = {
  shapes,
  sql: 'particulars',
  changeMeans: 'none',
  isInRangeUnit: true,
  diff: 'columns',
  boxes: { empty: '', filled: boxText, forAnother: shared },
  drawn: { group: 'particulars', row: 2, boxes: [{ path: [], label: 'Largest zero trim, maker’s', as: 'number' }] },
  columns: [column({ key: 'configuration.zeroTrimLimit', title: 'Largest zero trim' })],
  nameplate: [
    {
      place: 36,
      term: 'Largest zero trim',
      words: ({ zeroTrimLimit: limit, unit }) =>
        limit === undefined ? null : `±${formatPlain(limit)} ${pressureUnitLabel(unit)}`,
    },
  ],
  certificate: [],
  listCell: null,
}
