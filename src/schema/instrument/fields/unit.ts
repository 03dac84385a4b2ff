import { PressureUnitId } from '../../errorLimit'
import { unitColumn } from '../../list/column'
import { alike, type InstrumentField, shared } from '../instrumentField'

const shapes = alike(PressureUnitId)

/** The unit of the range; water columns with their reference temperature. */
export const unit: InstrumentField<typeof shapes> = {
  shapes,
  sql: { column: 'unit', holds: 'text' },
  changeMeans: 'new-history',
  isInRangeUnit: false,
  diff: 'columns',
  boxes: { empty: 'kPa', filled: (value) => value, forAnother: shared },
  drawn: { group: 'range', own: ['Unit'] },
  columns: [
    unitColumn({
      key: 'configuration.unit',
      title: 'Unit',
      aliases: ['range unit', 'engineering unit', 'eu'],
      isRequired: true,
    }),
  ],
  nameplate: [],
  certificate: [],
  listCell: null,
}
