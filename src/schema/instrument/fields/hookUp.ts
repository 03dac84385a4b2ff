import { z } from 'zod'
import { HOOK_UPS, type HookUp } from '@/core/run/plan/hookUp'
import { choiceColumn } from '../../list/column'
import { alike, type InstrumentField, shared } from '../instrumentField'

const shapes = alike(z.enum(Object.keys(HOOK_UPS) as HookUp[]).default('direct')) // keys of a const object

/** By which valves it is connected; direct where a configuration of before does not say. */
export const hookUp: InstrumentField<typeof shapes> = {
  shapes,
  sql: { column: 'hook_up', holds: 'text' },
  changeMeans: 'none',
  isInRangeUnit: false,
  diff: 'columns',
  boxes: { empty: 'three-valve', filled: (value) => value, forAnother: shared },
  drawn: { group: 'range', own: ['Connected by'] },
  columns: [choiceColumn(HOOK_UPS, { key: 'configuration.hookUp', title: 'Hook-up', aliases: ['manifold'] })],
  nameplate: [{ place: 80, term: 'Connected by', words: (c) => HOOK_UPS[c.hookUp] }],
  certificate: [],
  listCell: null,
}
