import { z } from 'zod'
import { choiceColumn } from '../../list/column'
import { type InstrumentField, optionsOf, shared } from '../instrumentField'
import { INSTRUMENT_KIND_IDS, INSTRUMENT_KINDS } from '../instrumentKind'

const shapes = {
  ...{ stored: z.enum(INSTRUMENT_KIND_IDS) },
  entered: z.enum(INSTRUMENT_KIND_IDS, { error: 'not a kind Barys knows: choose one from the list' }),
  typed: z.enum(INSTRUMENT_KIND_IDS, { error: 'not a kind Barys knows: choose one from the list' }),
}

/** What it measures and how it gives it. */
export const kind: InstrumentField<typeof shapes> = {
  shapes,
  sql: { column: 'kind', holds: 'text' },
  changeMeans: 'none',
  isInRangeUnit: false,
  diff: 'columns',
  boxes: { empty: 'dp-transmitter', filled: (value) => value, forAnother: shared },
  drawn: {
    group: 'what',
    row: 1,
    boxes: [{ path: [], label: 'Kind', as: 'choice', options: optionsOf(INSTRUMENT_KINDS) }],
  },
  columns: [
    choiceColumn(INSTRUMENT_KINDS, {
      key: 'configuration.kind',
      title: 'Kind',
      aliases: ['type'],
      isRequired: true,
    }),
  ],
  nameplate: [{ place: 10, term: 'Kind', words: (c) => INSTRUMENT_KINDS[c.kind] }],
  certificate: [{ place: 70, term: 'Kind', words: (c) => INSTRUMENT_KINDS[c.kind] }],
  listCell: { title: 'Kind', width: 210, isFigure: false, words: (c) => INSTRUMENT_KINDS[c.kind] },
}
