import { z } from 'zod'
import { formatPlain } from '@/core/format/formatNumber'
import { unitWithKind } from '@/core/range/rangeText'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { DecimalNumber } from '../../decimal'
import { column } from '../../list/column'
import { boxText, type InstrumentField, shared } from '../instrumentField'

const shapes = { stored: z.number(), entered: z.number(), typed: DecimalNumber }

/** The highest input the sensor measures, whatever it is ranged to. */
export const url: InstrumentField<typeof shapes> = {
  shapes,
  sql: { column: 'url', holds: 'numeric' },
  changeMeans: 'none',
  isInRangeUnit: true,
  diff: 'columns',
  boxes: { empty: '', filled: boxText, forAnother: shared },
  drawn: { group: 'range', own: ['Sensor upper limit (URL)'] },
  columns: [
    column({
      key: 'configuration.url',
      title: 'URL',
      aliases: ['upper range limit', 'sensor upper limit'],
      isRequired: true,
    }),
  ],
  nameplate: [
    {
      place: 100,
      term: 'Sensor',
      words: (c) =>
        `${formatPlain(c.lrl)} … ${formatPlain(c.url)} ${unitWithKind(c)}, smallest span ${formatPlain(c.minSpan)}`,
    },
  ],
  certificate: [
    {
      place: 100,
      term: 'Sensor',
      words: (c) =>
        `${formatPlain(c.lrl)} … ${formatPlain(c.url)} ${unitWithKind(c)}, smallest span ${formatPlain(c.minSpan)} ${pressureUnitLabel(c.unit)}`,
    },
  ],
  listCell: null,
}
