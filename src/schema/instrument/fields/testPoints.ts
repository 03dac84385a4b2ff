import { z } from 'zod'
import { formatPlain } from '@/core/format/formatNumber'
import { POINT_ORDERS } from '@/core/run/plan/plan'
import { pointName, testPointPercents } from '@/core/run/plan/pointScale'
import { column } from '../../list/column'
import { PointList, PointListForm } from '../../pointList'
import { boxText, type InstrumentField, shared } from '../instrumentField'

const shapes = { stored: z.array(z.number()).readonly(), entered: PointList, typed: PointListForm }

/** Where it is checked, in the scale of `pointScale`. */
export const testPoints: InstrumentField<typeof shapes> = {
  shapes,
  sql: { column: 'test_points', holds: 'json' },
  changeMeans: 'none',
  isInRangeUnit: false,
  diff: (c) => c.testPoints.map(formatPlain).join('; '),
  boxes: {
    empty: '0, 25, 50, 75, 100',
    filled: (points) => points.map(boxText).join(', '),
    forAnother: shared,
  },
  drawn: { group: 'checking', row: 1, boxes: [{ path: [], label: 'Test points', as: 'text' }] },
  columns: [
    column({
      key: 'configuration.testPoints',
      title: 'Test points',
      aliases: ['points'],
      hint: '0; 25; 50; 75; 100',
      isRequired: true,
      write: (value) => (Array.isArray(value) ? value.join('; ') : ''),
    }),
  ],
  nameplate: [
    {
      place: 140,
      term: 'Test points',
      words: (c) =>
        `${testPointPercents(c)
          .map((percent) => pointName(percent, c))
          .join(', ')}, ${POINT_ORDERS[c.pointOrder]}`,
    },
  ],
  certificate: [],
  listCell: null,
}
