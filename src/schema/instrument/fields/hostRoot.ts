import { z } from 'zod'
import { yesColumn } from '../../list/column'
import { type InstrumentField, shared } from '../instrumentField'

const stored = z.literal(true).optional()
const shapes = {
  stored,
  entered: stored,
  typed: z
    .boolean()
    .transform((takesIt) => (takesIt ? (true as const) : undefined))
    .optional(),
}

/** The host takes the square root; the display scale is then the host's. Left out otherwise: older records have none. */
export const hostRoot: InstrumentField<typeof shapes, boolean> = {
  shapes,
  sql: { column: 'host_root', holds: 'flag' },
  changeMeans: 'none',
  isInRangeUnit: false,
  diff: 'columns',
  boxes: { empty: false, filled: (takesIt) => takesIt ?? false, forAnother: shared },
  drawn: { group: 'range', own: ['The host takes the square root'] },
  columns: [yesColumn({ key: 'configuration.hostRoot', title: 'Host takes the root' })],
  nameplate: [{ place: 70, term: 'Host', words: (c) => (c.hostRoot ? 'takes the square root' : null) }],
  certificate: [{ place: 120, term: 'Host', words: (c) => (c.hostRoot ? 'takes the square root' : null) }],
  listCell: null,
}
