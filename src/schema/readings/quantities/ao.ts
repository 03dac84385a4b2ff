import { judgingBasis } from '@/core/run/judge/judgeSteps'
import { READ_AT_EVERY_POINT, type ReadingQuantity } from '../readingQuantity'

/** The output the instrument believes it sends, in the unit of the signal. */
export const ao: ReadingQuantity = {
  column: 'ao',
  enters: 'beside',
  isAsked: ({ readsDigital }) => readsDigital === true,
  whenMissing: READ_AT_EVERY_POINT,
  box: { place: 40, label: (world) => `AO, ${judgingBasis(world).scale.unit}`, inDialog: 'AO' },
  ladderHead: 'AO',
  certificate: null,
}
