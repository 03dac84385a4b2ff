import { z } from 'zod'
import { column } from '../../list/column'
import { saidText } from '../enteredParts'
import { type InstrumentField, shared } from '../instrumentField'

const entered = saidText(200, 'description')
const shapes = { stored: z.string(), entered, typed: entered }

/** What it does in the plant. */
export const description: InstrumentField<typeof shapes> = {
  shapes,
  sql: { column: 'description', holds: 'text' },
  changeMeans: 'none',
  isInRangeUnit: false,
  diff: 'columns',
  boxes: { empty: '', filled: (value) => value, forAnother: shared },
  drawn: { group: 'what', row: 1, boxes: [{ path: [], label: 'Description', as: 'text' }] },
  columns: [
    column({
      key: 'configuration.description',
      title: 'Description',
      aliases: ['service', 'name'],
      isRequired: true,
    }),
  ],
  nameplate: [],
  certificate: [{ place: 60, term: 'Description', words: (c) => `${c.description} (${c.area})` }],
  listCell: { title: 'Description', width: 0, isFigure: false, words: (c) => c.description },
}
