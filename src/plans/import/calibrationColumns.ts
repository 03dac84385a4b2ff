import { column, dateColumn } from '../../schema/list/column'

const required = { isRequired: true }

/** Calibrations from before as a file: a row for each point of each of them. */
export const CALIBRATION_COLUMNS = [
  column({ key: 'tag', title: 'Tag', aliases: ['tag number', 'instrument', 'loop tag'], ...required }),
  dateColumn({ key: 'calibratedOn', title: 'Calibrated on', aliases: ['date', 'calibration date'], ...required }),
  column({ key: 'certificate', title: 'Certificate', aliases: ['certificate number', 'certificate no'] }),
  column({
    ...{ key: 'point.percent', title: 'Point, % of span', aliases: ['point', 'test point', 'input %'], ...required },
    hint: '0, 25, 50, 75, 100',
  }),
  column({ key: 'point.found', title: 'As found, % of span', aliases: ['as found', 'as found error'], ...required }),
  column({
    ...{ key: 'point.left', title: 'As left, % of span', aliases: ['as left', 'as left error'] },
    hint: 'empty where it was not adjusted',
  }),
]
