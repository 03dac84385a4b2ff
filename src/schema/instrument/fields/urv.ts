import { z } from 'zod'
import { rangeText } from '@/core/range/rangeText'
import { signalLabel } from '@/core/signal/signal'
import { isReverseActing, zeroPosition } from '@/core/transfer/calibratedRange'
import { transferWords } from '@/core/transfer/transferWords'
import { DecimalNumber } from '../../decimal'
import { column } from '../../list/column'
import { boxText, type InstrumentField, shared } from '../instrumentField'

const shapes = { stored: z.number(), entered: z.number(), typed: DecimalNumber }

/** The input at 100 % output; below LRV in a reverse-acting instrument. */
export const urv: InstrumentField<typeof shapes> = {
  shapes,
  sql: { column: 'urv', holds: 'numeric' },
  changeMeans: 'new-history',
  isInRangeUnit: true,
  diff: 'columns',
  boxes: { empty: '', filled: boxText, forAnother: shared },
  drawn: { group: 'range', own: ['URV (100 % output)'] },
  columns: [
    column({
      key: 'configuration.urv',
      title: 'URV',
      aliases: ['range to', 'upper range value', 'range high'],
      isRequired: true,
    }),
  ],
  nameplate: [
    {
      place: 40,
      term: 'Range',
      words: (c) => {
        const remarks = [
          isReverseActing(c) && 'reverse-acting',
          zeroPosition(c) !== 'at zero' && `zero ${zeroPosition(c)}`,
        ].filter(Boolean)
        return `${rangeText(c)}${remarks.length > 0 ? ` (${remarks.join(', ')})` : ''}`
      },
    },
  ],
  certificate: [
    {
      place: 80,
      term: 'Range',
      words: (c) => `${rangeText(c)}; output ${signalLabel(c.signal)}, ${transferWords(c.transfer)}`,
    },
  ],
  listCell: { title: 'Range', width: 180, isFigure: true, words: rangeText },
}
