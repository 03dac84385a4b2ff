import { formatReading } from '@/core/format/formatNumber'
import type { ReadingQuantity } from '../readingQuantity'

/** What a null instrument was set to, % of output span. */
export const nominalPercent: ReadingQuantity = {
  column: 'nominal_percent',
  enters: 'computes output',
  isAsked: ({ readsByNull }) => readsByNull === true,
  whenMissing: {
    reason: () => 'is not given, and this run is read by a null instrument',
    remedy: 'reload the run',
  },
  box: { place: 60, label: () => 'set to, %', inDialog: 'Set to, %' },
  ladderHead: null,
  certificate: {
    title: 'Output read by a null instrument, as a departure in % of span from what it was set to',
    words: (shown, { deflectionPercent: off = '' }) => `set to ${shown} %, off by ${formatReading(off)} %`,
  },
}
