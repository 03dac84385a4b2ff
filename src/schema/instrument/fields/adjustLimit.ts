import { limitWords } from '@/core/error/limitWords'
import { ErrorLimit, ErrorLimitForm, ErrorLimitNumbers } from '../../errorLimit'
import { limitColumn } from '../../list/column'
import { type InstrumentField, shared } from '../instrumentField'
import { type LimitBoxes, limitBoxes } from '../limitBoxes'

const shapes = {
  stored: ErrorLimit.nullable(),
  entered: ErrorLimitNumbers.nullable(),
  typed: ErrorLimitForm.nullable(),
}

/** Inside the error limit: beyond it an instrument passes and is worth adjusting. */
export const adjustLimit: InstrumentField<typeof shapes, LimitBoxes | null> = {
  shapes,
  sql: { column: 'adjust_limit', holds: 'json' },
  changeMeans: 'none',
  isInRangeUnit: false,
  diff: (c) => c.adjustLimit && limitWords(c.adjustLimit),
  boxes: { empty: null, filled: (value, { unit }) => value && limitBoxes(value, unit), forAnother: shared },
  drawn: { group: 'checking', own: ['Adjust limit'] },
  columns: [limitColumn({ key: 'configuration.adjustLimit', title: 'Adjust limit' })],
  nameplate: [
    {
      place: 130,
      term: 'Adjust limit',
      words: (c) => (c.adjustLimit ? limitWords(c.adjustLimit) : 'none: adjusted only when outside'),
    },
  ],
  certificate: [
    { place: 140, term: 'Adjust limit', words: (c) => (c.adjustLimit ? limitWords(c.adjustLimit) : 'none') },
  ],
  listCell: null,
}
