import { pistonOfPoint } from '@/core/run/judge/pistonOfPoint'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { READ_AT_EVERY_POINT, type ReadingQuantity } from '../readingQuantity'

/** What the reference shows, in the unit it is read in; computed where a glass or masses are read instead. */
export const applied: ReadingQuantity = {
  column: 'applied',
  enters: 'measured',
  isAsked: (world, percent) => !world.glass && !pistonOfPoint(percent, world),
  whenMissing: READ_AT_EVERY_POINT,
  box: { place: 10, label: ({ inputUnit }) => `applied, ${pressureUnitLabel(inputUnit)}`, inDialog: 'Applied' },
  ladderHead: null,
  certificate: null,
}
