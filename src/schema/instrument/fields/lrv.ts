import { z } from 'zod'
import { DecimalNumber } from '../../decimal'
import { column } from '../../list/column'
import { boxText, type InstrumentField, shared } from '../instrumentField'

const shapes = { stored: z.number(), entered: z.number(), typed: DecimalNumber }

/** The input at 0 % output. */
export const lrv: InstrumentField<typeof shapes> = {
  shapes,
  sql: { column: 'lrv', holds: 'numeric' },
  changeMeans: 'new-history',
  isInRangeUnit: true,
  diff: 'columns',
  boxes: { empty: '', filled: boxText, forAnother: shared },
  drawn: { group: 'range', own: ['LRV (0 % output)'] },
  columns: [
    column({
      key: 'configuration.lrv',
      title: 'LRV',
      aliases: ['range from', 'lower range value', 'range low'],
      isRequired: true,
    }),
  ],
  nameplate: [],
  certificate: [],
  listCell: null,
}
