import { judgingBasis } from '@/core/run/judge/judgeSteps'
import { READ_AT_EVERY_POINT, type ReadingQuantity } from '../readingQuantity'

/** What came out, as the meter or the instrument itself shows it; computed where a null instrument is read. */
export const output: ReadingQuantity = {
  column: 'output',
  enters: 'measured',
  isAsked: (world) => !world.readsByNull,
  whenMissing: READ_AT_EVERY_POINT,
  box: {
    place: 80,
    label: (world) => {
      const { unit } = judgingBasis(world).scale
      if (world.readsDigital) return `meter, ${unit}`
      return `${world.configuration.signal === 'digital-value' ? 'PV' : 'reading'}, ${unit}`
    },
    inDialog: 'Reading',
  },
  ladderHead: null,
  certificate: null,
}
