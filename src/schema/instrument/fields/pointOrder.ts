import { z } from 'zod'
import { POINT_ORDERS, type PointOrder } from '@/core/run/plan/plan'
import { choiceColumn } from '../../list/column'
import { alike, type InstrumentField, optionsOf, shared } from '../instrumentField'

const shapes = alike(z.enum(Object.keys(POINT_ORDERS) as PointOrder[])) // keys of a const object

/** In which direction the points are taken. */
export const pointOrder: InstrumentField<typeof shapes> = {
  shapes,
  sql: { column: 'point_order', holds: 'text' },
  changeMeans: 'none',
  isInRangeUnit: false,
  diff: 'columns',
  boxes: { empty: 'up-down', filled: (value) => value, forAnother: shared },
  drawn: {
    group: 'checking',
    row: 1,
    boxes: [{ path: [], label: 'Direction', as: 'choice', options: optionsOf(POINT_ORDERS) }],
  },
  columns: [choiceColumn(POINT_ORDERS, { key: 'configuration.pointOrder', title: 'Points taken', isRequired: true })],
  nameplate: [],
  certificate: [],
  listCell: null,
}
