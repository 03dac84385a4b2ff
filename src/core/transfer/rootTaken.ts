import { rootPercent } from './transfer'

/** What a display shows at one differential pressure, for each number of roots; all in % of full scale. */
export type RootsShown = { readonly none: number; readonly once: number; readonly twice: number }

/**
 * The flow shown when the root is taken not at all, once, or twice (in the transmitter and again in the host).
 *
 * @param dpPercent % of differential-pressure span
 */
export function rootsShown(dpPercent: number): RootsShown {
  const once = rootPercent(dpPercent)
  return { none: dpPercent, once, twice: rootPercent(once) }
}
