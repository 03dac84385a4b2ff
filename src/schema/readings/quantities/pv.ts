import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { READ_AT_EVERY_POINT, type ReadingQuantity } from '../readingQuantity'

/** The digital reading of the instrument, in the unit of the range. */
export const pv: ReadingQuantity = {
  column: 'pv',
  enters: 'beside',
  isAsked: ({ readsDigital }) => readsDigital === true,
  whenMissing: READ_AT_EVERY_POINT,
  box: { place: 30, label: ({ configuration }) => `PV, ${pressureUnitLabel(configuration.unit)}`, inDialog: 'PV' },
  ladderHead: 'PV',
  certificate: null,
}
