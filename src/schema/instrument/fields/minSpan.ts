import { z } from 'zod'
import { DecimalNumber } from '../../decimal'
import { column } from '../../list/column'
import { above } from '../enteredParts'
import { boxText, type InstrumentField, shared } from '../instrumentField'

const shapes = { stored: z.number(), entered: above(z.number()), typed: above(DecimalNumber) }

/** The smallest span the sensor may be ranged to. */
export const minSpan: InstrumentField<typeof shapes> = {
  shapes,
  sql: { column: 'min_span', holds: 'numeric' },
  changeMeans: 'none',
  isInRangeUnit: true,
  diff: 'columns',
  boxes: { empty: '', filled: boxText, forAnother: shared },
  drawn: { group: 'range', own: ['Smallest span'] },
  columns: [
    column({
      key: 'configuration.minSpan',
      title: 'Smallest span',
      aliases: ['minimum span', 'min span'],
      isRequired: true,
    }),
  ],
  nameplate: [],
  certificate: [],
  listCell: null,
}
