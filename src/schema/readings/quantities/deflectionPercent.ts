import type { ReadingQuantity } from '../readingQuantity'

/** By how much the output was off what a null instrument was set to, % of output span. */
export const deflectionPercent: ReadingQuantity = {
  column: 'deflection_percent',
  enters: 'computes output',
  isAsked: ({ readsByNull }) => readsByNull === true,
  whenMissing: {
    reason: () => 'is not given, and this run is read by a null instrument',
    remedy: 'reload the run',
  },
  box: { place: 70, label: () => 'off by, % of span', inDialog: 'Off by, % of span' },
  ladderHead: null,
  // It stands in the line of what the instrument was set to.
  certificate: null,
}
