import { exceeds, pointVerdict } from '../../../error/verdict'
import { type DecisionRule, drawnInByUncertainty } from './rule'

/**
 * Accepted only where the error keeps off the limit by U. Beyond the acceptance limit and inside the error limit it is
 * not outside: it is not accepted. Source: ILAC-G8:09/2019, 4.2.2 (from memory).
 */
export const guardBand: DecisionRule = {
  label: 'guard band, w = U',
  says: 'accepted only where the error keeps off the limit by the expanded uncertainty',
  acceptance: drawnInByUncertainty,
  acceptsUpTo: drawnInByUncertainty,
  condition: {
    // Something must be left to be accepted.
    isMet: ({ limit, expandedUncertainty }) => exceeds(limit, expandedUncertainty),
    words: () => 'the expanded uncertainty is smaller than the error limit at every point',
    unmet: ': with a guard band nothing could be accepted',
  },
  ruling: ({ errorPercentSpan: error, adjustLimitPercentSpan: adjustLimit }, { limit, acceptance }) => {
    const plain = pointVerdict({ error, limit, adjustLimit })
    return { verdict: plain !== 'outside' && exceeds(Math.abs(error), acceptance) ? 'not-accepted' : plain }
  },
}
