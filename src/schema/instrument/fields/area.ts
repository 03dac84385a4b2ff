import { z } from 'zod'
import { column } from '../../list/column'
import { saidText } from '../enteredParts'
import { type InstrumentField, shared } from '../instrumentField'

const entered = saidText(80, 'area')
const shapes = { stored: z.string(), entered, typed: entered }

/** The area of the plant it stands in. */
export const area: InstrumentField<typeof shapes> = {
  shapes,
  sql: { column: 'area', holds: 'text' },
  changeMeans: 'none',
  isInRangeUnit: false,
  diff: 'columns',
  boxes: { empty: '', filled: (value) => value, forAnother: shared },
  drawn: { group: 'what', row: 1, boxes: [{ path: [], label: 'Area', as: 'text', list: 'areas' }] },
  columns: [
    column({
      key: 'configuration.area',
      title: 'Area',
      aliases: ['location', 'unit area', 'plant area'],
      isRequired: true,
    }),
  ],
  nameplate: [],
  certificate: [{ place: 40, term: 'Place of work', words: (c) => c.area }],
  listCell: { title: 'Area', width: 170, isFigure: false, words: (c) => c.area },
}
