import type { Configuration } from '../configuration'
import { INSTRUMENT_FIELD_LIST } from './instrumentFields'

/** Columns of the list of instruments, by the field each shows. A width of 0 takes what is left. */
export const LIST_COLUMNS = INSTRUMENT_FIELD_LIST.flatMap(([name, { listCell }]) =>
  listCell ? [{ ...listCell, name }] : [],
)

/** The cells of one instrument in the list, by field. */
export const listCells = (of: Configuration): Record<string, string> =>
  Object.fromEntries(LIST_COLUMNS.map(({ name, words }) => [name, words(of)]))
