import { z } from 'zod'
import { formatPlain } from '@/core/format/formatNumber'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { column } from '../../list/column'
import { above, optionalPositive } from '../enteredParts'
import { boxText, type InstrumentField, shared } from '../instrumentField'

const READ_FRACTIONS = [1, 0.5, 0.25, 0.2, 0.1] as const
const FRACTION_WORDS: Record<`${(typeof READ_FRACTIONS)[number]}`, string> = {
  '1': 'whole divisions',
  '0.5': 'halves of one',
  '0.25': 'quarters of one',
  '0.2': 'fifths of one',
  '0.1': 'tenths of one',
}
const fraction = z
  .literal(READ_FRACTIONS, { error: 'a whole division, or ½, ¼, ⅕ or ⅒ of one' })
  .transform((told): number => told)

const shapes = {
  stored: z.strictObject({ division: z.number(), fraction: z.number() }).optional(),
  entered: z.object({ division: above(z.number()), fraction }).optional(),
  typed: z
    .object({ division: optionalPositive, fraction: z.coerce.number().pipe(fraction).optional() })
    .transform(({ division, fraction: told = 1 }) =>
      division === undefined ? undefined : { division, fraction: told },
    )
    .optional(),
}
type ReadBoxes = { division: string; fraction: string }

/** How finely its own dial or display is read: a division, in the unit of the range, and what fraction of it. */
export const readability: InstrumentField<typeof shapes, ReadBoxes> = {
  shapes,
  sql: 'particulars',
  changeMeans: 'none',
  isInRangeUnit: false,
  diff: 'columns',
  boxes: {
    empty: { division: '', fraction: '1' },
    filled: (read) => ({ division: boxText(read?.division), fraction: String(read?.fraction ?? 1) }),
    forAnother: shared,
  },
  drawn: {
    group: 'particulars',
    row: 2,
    boxes: [
      { path: ['division'], label: 'Own dial or display: one division', as: 'number' },
      {
        path: ['fraction'],
        label: 'Read to',
        as: 'choice',
        // Keys that look like whole numbers would come first: the order is that of the list.
        options: READ_FRACTIONS.map((each) => [`${each}`, FRACTION_WORDS[`${each}`]] as const),
      },
    ],
  },
  columns: [
    column({ key: 'configuration.readability.division', title: 'Division' }),
    column({
      key: 'configuration.readability.fraction',
      title: 'Read to a fraction of',
      hint: '1, 0.5, 0.25, 0.2 or 0.1',
    }),
  ],
  nameplate: [
    {
      place: 30,
      term: 'Read to',
      words: ({ readability: read, unit }) =>
        read ? `${formatPlain(read.division * read.fraction)} ${pressureUnitLabel(unit)}` : null,
    },
  ],
  certificate: [],
  listCell: null,
}
