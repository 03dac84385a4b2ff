import { z } from 'zod'
import { SIGNAL_IDS, signalLabel } from '@/core/signal/signal'
import { transferWords } from '@/core/transfer/transferWords'
import { choiceColumn } from '../../list/column'
import { type InstrumentField, shared } from '../instrumentField'

const entered = z.enum(SIGNAL_IDS, { error: 'not a signal Barys knows: choose one from the list' })
const shapes = { stored: z.enum(SIGNAL_IDS), entered, typed: entered }
const SIGNAL_WORDS = Object.fromEntries(SIGNAL_IDS.map((id) => [id, signalLabel(id)]))

/** What it sends, or how it is read. */
export const signal: InstrumentField<typeof shapes> = {
  shapes,
  sql: { column: 'signal', holds: 'text' },
  changeMeans: 'new-history',
  isInRangeUnit: false,
  diff: 'columns',
  boxes: { empty: '4-20mA', filled: (value) => value, forAnother: shared },
  drawn: { group: 'range', own: ['Output'] },
  columns: [
    choiceColumn(SIGNAL_WORDS, {
      key: 'configuration.signal',
      title: 'Output',
      aliases: ['signal', 'output signal'],
      isRequired: true,
    }),
  ],
  nameplate: [{ place: 50, term: 'Output', words: (c) => `${signalLabel(c.signal)}, ${transferWords(c.transfer)}` }],
  certificate: [],
  listCell: null,
}
