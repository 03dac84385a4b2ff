import { bodyWords } from '@/core/range/bodyWords'
import { Body, BodyForm, BodyNumbers } from '../../body'
import { jsonColumn } from '../../list/column'
import { boxText, type InstrumentField, shared } from '../instrumentField'

const shapes = {
  stored: Body.optional(),
  entered: BodyNumbers.optional(),
  typed: BodyForm.nullable()
    .transform((typed) => typed ?? undefined)
    .optional(),
}
export type BodyBoxes = {
  family: string
  capsule: string
  maxSpan: string
  allowsReverse: boolean
  construction: string
  links: { name: string; minSpan: string; maxSpan: string }[]
  link: string
}

/** A body of which nothing is typed yet. */
export const EMPTY_BODY: BodyBoxes = {
  family: '',
  capsule: '',
  maxSpan: '',
  allowsReverse: true,
  construction: '',
  links: [],
  link: '',
}

/** Left out where the register knows nothing of a link, a capsule or a largest span, as older records do. */
export const body: InstrumentField<typeof shapes, BodyBoxes | null> = {
  shapes,
  sql: { column: 'body', holds: 'json-or-absent' },
  changeMeans: 'new-history',
  isInRangeUnit: false,
  diff: (c) => (c.body ? bodyWords(c.body, c.unit) : null),
  boxes: { empty: null, filled: (stored) => (stored ? bodyBoxes(stored) : null), forAnother: shared },
  drawn: {
    group: 'range',
    own: [
      'Family of bodies it belongs to',
      'Capsule in it',
      'Largest span, if the limits allow more',
      'How it is built',
    ],
  },
  columns: [jsonColumn({ key: 'configuration.body', title: 'Body' })],
  nameplate: [{ place: 110, term: 'Body', words: (c) => (c.body ? bodyWords(c.body, c.unit) : null) }],
  certificate: [{ place: 110, term: 'Body', words: (c) => (c.body ? bodyWords(c.body, c.unit) : null) }],
  listCell: null,
}

const bodyBoxes = ({ family, capsule, maxSpan, allowsReverse, construction, links, link }: Body): BodyBoxes => ({
  family: family ?? '',
  capsule: capsule ?? '',
  maxSpan: maxSpan === null ? '' : boxText(maxSpan),
  allowsReverse,
  construction: construction ?? '',
  links: links.map((each) => ({
    name: each.name,
    minSpan: boxText(each.minSpan),
    maxSpan: boxText(each.maxSpan),
  })),
  link: link ?? '',
})
