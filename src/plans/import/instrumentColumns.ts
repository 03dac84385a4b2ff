import { INSTRUMENT_FIELD_LIST } from '@/schema/instrument/instrumentFields'
import { type Column, column, dateColumn } from '@/schema/list/column'

/** The list of instruments as a file: its tag, the columns of every field, and the last calibration done elsewhere. */
export const INSTRUMENT_COLUMNS: readonly Column[] = [
  column({ key: 'tag', title: 'Tag', aliases: ['tag number', 'instrument', 'loop tag'], isRequired: true }),
  ...INSTRUMENT_FIELD_LIST.flatMap(([, { columns }]) => columns),
  dateColumn({
    key: 'before.calibratedOn',
    title: 'Last calibrated',
    aliases: ['last calibration', 'calibrated on', 'last calibration date'],
  }),
  dateColumn({ key: 'before.dueOn', title: 'Due', aliases: ['due date', 'next due', 'due on'] }),
]

/** What stands where a cell is empty. */
export const INSTRUMENT_START = { configuration: { adjustLimit: null } }
