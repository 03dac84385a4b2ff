import { z } from 'zod'
import { DecimalNumber } from '../../decimal'
import { column } from '../../list/column'
import { boxText, type InstrumentField, shared } from '../instrumentField'

const wholeMonths = (value: z.ZodType<number, unknown>) =>
  value
    .refine((months) => Number.isInteger(months), { error: 'whole months only' })
    .refine((months) => months >= 1 && months <= 120, { error: 'between 1 and 120 months' })

const shapes = { stored: z.number(), entered: wholeMonths(z.number()), typed: wholeMonths(DecimalNumber) }

/** How often it is calibrated. */
export const intervalMonths: InstrumentField<typeof shapes> = {
  shapes,
  sql: { column: 'interval_months', holds: 'integer' },
  changeMeans: 'due-date',
  isInRangeUnit: false,
  diff: 'columns',
  boxes: { empty: '12', filled: boxText, forAnother: shared },
  drawn: { group: 'checking', row: 1, boxes: [{ path: [], label: 'Interval, months', as: 'number' }] },
  columns: [
    column({
      key: 'configuration.intervalMonths',
      title: 'Interval, months',
      aliases: ['interval', 'calibration interval'],
      isRequired: true,
    }),
  ],
  nameplate: [
    {
      place: 150,
      term: 'Interval',
      words: ({ intervalMonths: months }) => `${months} ${months === 1 ? 'month' : 'months'}`,
    },
  ],
  certificate: [],
  listCell: null,
}
