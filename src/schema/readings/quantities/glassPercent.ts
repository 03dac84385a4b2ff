import type { ReadingQuantity } from '../readingQuantity'

/** Level in the gauge glass, % of it; what was applied is computed from it. */
export const glassPercent: ReadingQuantity = {
  column: 'glass_percent',
  enters: 'computes applied',
  isAsked: ({ glass }) => glass !== undefined,
  whenMissing: {
    reason: () => 'is not given, and this run is read by the gauge glass',
    remedy: 'reload the run',
  },
  box: { place: 1, label: () => 'glass, % of it', inDialog: 'Glass, %' },
  ladderHead: null,
  certificate: {
    title: 'Applied computed from the level in the gauge glass, cold',
    words: (shown) => `${shown} % of the glass`,
  },
}
