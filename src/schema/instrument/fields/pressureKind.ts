import { z } from 'zod'
import { PRESSURE_KIND_IDS, PRESSURE_KINDS } from '@/core/units/pressureKind'
import { choiceColumn, labelsOf } from '../../list/column'
import { type InstrumentField, shared } from '../instrumentField'

const entered = z.enum(PRESSURE_KIND_IDS, { error: 'say whether gauge, absolute or differential' })
const shapes = { stored: z.enum(PRESSURE_KIND_IDS), entered, typed: entered }

/** What the pressure is measured against. */
export const pressureKind: InstrumentField<typeof shapes> = {
  shapes,
  sql: { column: 'pressure_kind', holds: 'text' },
  changeMeans: 'none',
  isInRangeUnit: false,
  diff: 'columns',
  boxes: { empty: 'differential', filled: (value) => value, forAnother: shared },
  drawn: { group: 'range', own: ['Measures'] },
  columns: [
    choiceColumn(labelsOf(PRESSURE_KINDS), {
      key: 'configuration.pressureKind',
      title: 'Pressure',
      aliases: ['pressure kind'],
      isRequired: true,
    }),
  ],
  nameplate: [],
  certificate: [],
  listCell: null,
}
