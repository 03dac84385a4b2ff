import type { z } from 'zod'
import { formatPlain } from '@/core/format/formatNumber'
import { column } from '../../list/column'
import { DisplayScale, DisplayScaleForm, DisplayScaleNumbers } from '../../transfer'
import { boxText, type InstrumentField, shared } from '../instrumentField'

const shapes = {
  stored: DisplayScale.nullable().default(null),
  entered: DisplayScaleNumbers.nullable().default(null),
  typed: DisplayScaleForm.nullable().default(null),
}
type ScaleBoxes = { lower: string; upper: string; unit: string }

/** What its display shows at 0 % and 100 % output, apart from the range; null where it has none, or shows the range. */
export const displayScale: InstrumentField<typeof shapes, ScaleBoxes | null> = {
  shapes,
  sql: { column: 'display_scale', holds: 'json' },
  changeMeans: 'none',
  isInRangeUnit: false,
  diff: 'columns',
  boxes: {
    empty: null,
    filled: (scale) => scale && { lower: boxText(scale.lower), upper: boxText(scale.upper), unit: scale.unit },
    forAnother: shared,
  },
  drawn: { group: 'range', own: ['Display at 0 % output', 'Display at 100 % output', 'Display unit'] },
  columns: [
    column({ key: 'configuration.displayScale.lower', title: 'Display at 0 %' }),
    column({ key: 'configuration.displayScale.upper', title: 'Display at 100 %' }),
    column({ key: 'configuration.displayScale.unit', title: 'Display unit' }),
  ],
  nameplate: [{ place: 60, term: 'Display', words: ({ displayScale: scale }) => scale && displayWords(scale) }],
  certificate: [
    {
      place: 90,
      term: 'Display',
      words: ({ displayScale: scale }) => scale && `${displayWords(scale)} at 0 … 100 % output`,
    },
  ],
  listCell: null,
}

const displayWords = ({ lower, upper, unit }: z.infer<typeof DisplayScale>): string =>
  `${formatPlain(lower)} … ${formatPlain(upper)} ${unit}`
