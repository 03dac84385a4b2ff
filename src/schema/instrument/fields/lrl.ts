import { z } from 'zod'
import { DecimalNumber } from '../../decimal'
import { column } from '../../list/column'
import { boxText, type InstrumentField, shared } from '../instrumentField'

const shapes = { stored: z.number(), entered: z.number(), typed: DecimalNumber }

/** The lowest input the sensor measures, whatever it is ranged to. */
export const lrl: InstrumentField<typeof shapes> = {
  shapes,
  sql: { column: 'lrl', holds: 'numeric' },
  changeMeans: 'none',
  isInRangeUnit: true,
  diff: 'columns',
  boxes: { empty: '', filled: boxText, forAnother: shared },
  drawn: { group: 'range', own: ['Sensor lower limit (LRL)'] },
  columns: [
    column({
      key: 'configuration.lrl',
      title: 'LRL',
      aliases: ['lower range limit', 'sensor lower limit'],
      isRequired: true,
    }),
  ],
  nameplate: [],
  certificate: [],
  listCell: null,
}
