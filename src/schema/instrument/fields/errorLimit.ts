import { limitWords } from '@/core/error/limitWords'
import { ErrorLimit, ErrorLimitForm, ErrorLimitNumbers } from '../../errorLimit'
import { limitColumn } from '../../list/column'
import { type InstrumentField, shared } from '../instrumentField'
import { emptyTerms, type LimitBoxes, limitBoxes } from '../limitBoxes'

const shapes = { stored: ErrorLimit, entered: ErrorLimitNumbers, typed: ErrorLimitForm }

/** The largest error the site allows. */
export const errorLimit: InstrumentField<typeof shapes, LimitBoxes> = {
  shapes,
  sql: { column: 'error_limit', holds: 'json' },
  changeMeans: 'new-history',
  isInRangeUnit: false,
  diff: (c) => limitWords(c.errorLimit),
  boxes: {
    empty: emptyTerms(),
    filled: (value, { unit }) => limitBoxes(value, unit),
    forAnother: shared,
  },
  drawn: { group: 'checking', own: ['Error limit'] },
  columns: [
    limitColumn({
      key: 'configuration.errorLimit',
      title: 'Error limit',
      aliases: ['mpe', 'tolerance', 'accuracy'],
      isRequired: true,
    }),
  ],
  nameplate: [{ place: 120, term: 'Error limit', words: (c) => limitWords(c.errorLimit) }],
  certificate: [
    {
      place: 130,
      term: 'Error limit',
      words: (c) => `${limitWords(c.errorLimit)}; source: ${c.limitSource ?? 'the site’s register of instruments'}`,
    },
  ],
  listCell: null,
}
