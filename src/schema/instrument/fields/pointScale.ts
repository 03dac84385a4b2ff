import { z } from 'zod'
import { POINT_SCALES, type PointScale } from '@/core/run/plan/pointScale'
import { choiceColumn } from '../../list/column'
import { alike, type InstrumentField, optionsOf, shared } from '../instrumentField'

const shapes = alike(z.enum(Object.keys(POINT_SCALES) as PointScale[]).default('input')) // keys of a const object

/** In what the test points are given; in % of span where a configuration of before does not say. */
export const pointScale: InstrumentField<typeof shapes> = {
  shapes,
  sql: { column: 'point_scale', holds: 'text' },
  changeMeans: 'none',
  isInRangeUnit: false,
  diff: 'columns',
  boxes: { empty: 'input', filled: (value) => value, forAnother: shared },
  drawn: {
    group: 'checking',
    row: 1,
    boxes: [{ path: [], label: 'Points are', as: 'choice', options: optionsOf(POINT_SCALES) }],
  },
  columns: [choiceColumn(POINT_SCALES, { key: 'configuration.pointScale', title: 'Points in' })],
  nameplate: [],
  certificate: [],
  listCell: null,
}
