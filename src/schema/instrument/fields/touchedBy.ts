import { REFERENCE_MEDIA, REFERENCE_MEDIUM_IDS, type ReferenceMedium } from '@/core/reference/referenceKind'
import { namesColumn } from '../../list/column'
import { chosenSet } from '../chosenSet'
import { type InstrumentField, shared } from '../instrumentField'

const media = chosenSet(REFERENCE_MEDIUM_IDS)

/** What may be brought into it by a reference; left out where nobody has said. */
export const touchedBy: InstrumentField<typeof media.shapes, Record<ReferenceMedium, boolean>> = {
  shapes: media.shapes,
  sql: 'particulars',
  changeMeans: 'none',
  isInRangeUnit: false,
  diff: 'columns',
  boxes: { empty: media.empty, filled: media.filled, forAnother: shared },
  drawn: { group: 'particulars', own: Object.values(REFERENCE_MEDIA) },
  columns: [namesColumn(REFERENCE_MEDIA, { key: 'configuration.touchedBy', title: 'Touched only by' })],
  nameplate: [
    {
      place: 90,
      term: 'Touched only by',
      words: ({ touchedBy: chosen }) => chosen?.map((medium) => REFERENCE_MEDIA[medium]).join(', ') ?? null,
    },
  ],
  certificate: [],
  listCell: null,
}
