import { ImportedInstrument } from '@/schema/importedRows'
import type { ListKind } from './checkRow'
import { INSTRUMENT_COLUMNS, INSTRUMENT_START } from './instrumentColumns'

/** The list of instruments. */
export const INSTRUMENT_LIST = {
  columns: INSTRUMENT_COLUMNS,
  schema: ImportedInstrument,
  start: INSTRUMENT_START,
} satisfies ListKind<typeof ImportedInstrument>
