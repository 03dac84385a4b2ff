import { exceeds } from '../../../error/verdict'
import { type DecisionRule, upToTheLimit } from './rule'

/** What the parties agree on before they share the risk. Common practice: 4 to 1; ANSI/NCSL Z540.3 handbook. */
export const LEAST_SHARED_RATIO = 4

/** Shared risk with an agreed largest uncertainty. Source: JCGM 106:2012, 8.2 (from memory). */
export const sharedRisk: DecisionRule = {
  label: 'shared risk',
  says: 'as simple acceptance, but only where the limit is at least four times the uncertainty',
  acceptance: null,
  acceptsUpTo: upToTheLimit,
  condition: {
    isMet: ({ limit, expandedUncertainty }) => !exceeds(LEAST_SHARED_RATIO * expandedUncertainty, limit),
    words: () => `the error limit is at least ${LEAST_SHARED_RATIO} times the expanded uncertainty at every point`,
    unmet: `, and sharing the risk asks for ${LEAST_SHARED_RATIO}`,
  },
  ruling: ({ verdict }) => ({ verdict }),
}
