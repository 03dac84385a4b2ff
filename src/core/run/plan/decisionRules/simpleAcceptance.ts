import { type DecisionRule, upToItsLimit, upToTheLimit } from './rule'

/** Source: ILAC-G8:09/2019, 4.2.1 (from memory). */
export const simpleAcceptance: DecisionRule = {
  label: 'simple acceptance',
  says: 'inside up to the error limit; the uncertainty is stated, may not be larger than the site allows, and is not taken into account',
  acceptance: null,
  acceptsUpTo: upToTheLimit,
  condition: upToItsLimit,
  ruling: ({ verdict }) => ({ verdict }),
}
