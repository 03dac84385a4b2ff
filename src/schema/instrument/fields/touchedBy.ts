import { z } from 'zod'
import { REFERENCE_MEDIA, REFERENCE_MEDIUM_IDS, type ReferenceMedium } from '@/core/reference/referenceKind'
import { mediaColumn } from '../../list/column'
import { type InstrumentField, shared } from '../instrumentField'

const media = z.array(z.enum(REFERENCE_MEDIUM_IDS)).min(1, { error: 'is an empty list: leave it out' }).readonly()

const shapes = {
  stored: z.array(z.enum(REFERENCE_MEDIUM_IDS)).readonly().optional(),
  entered: media.optional(),
  /** By each medium whether it may; none at all says nothing. */
  typed: z.union([media, z.partialRecord(z.enum(REFERENCE_MEDIUM_IDS), z.boolean()).transform(chosenMedia)]).optional(),
}
type MediaFlags = Record<ReferenceMedium, boolean>

function chosenMedia(flags: Partial<MediaFlags>): readonly ReferenceMedium[] | undefined {
  const chosen = REFERENCE_MEDIUM_IDS.filter((medium) => flags[medium])
  return chosen.length === 0 ? undefined : chosen
}

const mediaFlags = (chosen: readonly ReferenceMedium[]) =>
  Object.fromEntries(REFERENCE_MEDIUM_IDS.map((medium) => [medium, chosen.includes(medium)])) as MediaFlags // of every id

/** What may be brought into it by a reference; left out where nobody has said. */
export const touchedBy: InstrumentField<typeof shapes, MediaFlags> = {
  shapes,
  sql: 'particulars',
  changeMeans: 'none',
  isInRangeUnit: false,
  diff: 'columns',
  boxes: { empty: mediaFlags([]), filled: (chosen) => mediaFlags(chosen ?? []), forAnother: shared },
  drawn: { group: 'particulars', own: Object.values(REFERENCE_MEDIA) },
  columns: [mediaColumn({ key: 'configuration.touchedBy', title: 'Touched only by' })],
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
