import { ImportedReference } from '@/schema/importedReference'
import { ImportedInstrument, ImportedPoint } from '@/schema/importedRows'
import { CALIBRATION_COLUMNS } from './calibrationColumns'
import type { ListKind } from './checkRow'
import { INSTRUMENT_COLUMNS, INSTRUMENT_START } from './instrumentColumns'
import { REFERENCE_COLUMNS, REFERENCE_START } from './referenceColumns'

/** The list of instruments. */
export const INSTRUMENT_LIST = {
  columns: INSTRUMENT_COLUMNS,
  schema: ImportedInstrument,
  start: INSTRUMENT_START,
} satisfies ListKind<typeof ImportedInstrument>

/** The list of references: a row for each range. */
export const REFERENCE_LIST = {
  columns: REFERENCE_COLUMNS,
  schema: ImportedReference,
  start: REFERENCE_START,
} satisfies ListKind<typeof ImportedReference>

/** Calibrations from before: a row for each point. */
export const CALIBRATION_LIST = {
  columns: CALIBRATION_COLUMNS,
  schema: ImportedPoint,
  start: {},
} satisfies ListKind<typeof ImportedPoint>

/** Every list that comes and goes as a file, by the name of its file. */
export const LISTS = {
  instruments: { list: INSTRUMENT_LIST, title: 'instruments', keyColumn: 'tag', page: '/instruments' },
  references: { list: REFERENCE_LIST, title: 'references', keyColumn: 'device.code', page: '/references' },
  calibrations: { list: CALIBRATION_LIST, title: 'earlier calibrations', keyColumn: 'tag', page: '/instruments' },
} as const
export type ListName = keyof typeof LISTS
export const LIST_NAMES = Object.keys(LISTS) as ListName[] // keys of a const object
