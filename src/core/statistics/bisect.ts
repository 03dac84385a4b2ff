/** An interval that holds the place sought: at its low end the condition does not hold yet, at its high end it does. */
export type Search = {
  readonly low: number
  readonly high: number
  /** Holds from some place between the ends on. */
  readonly isBeyond: (at: number) => boolean
  /** Halves differences, or ratios where both ends are above zero and far apart. */
  readonly scale?: 'linear' | 'ratio'
}

/** More halvings than any two numbers lie apart: 64 bits, and as many again for ratios down to nothing. */
const MOST_STEPS = 200

/**
 * The place from which on a condition holds, by halving the interval until no number lies between its ends.
 *
 * Source: the bisection method, any textbook of numerical analysis.
 *
 * @returns the last number before the place, and the first beyond it
 */
export function bisect({ low, high, isBeyond, scale = 'linear' }: Search): { before: number; beyond: number } {
  let [before, beyond] = [low, high]
  for (let step = 0; step < MOST_STEPS; step++) {
    const middle = scale === 'linear' ? before + (beyond - before) / 2 : Math.sqrt(before) * Math.sqrt(beyond)
    if (middle === before || middle === beyond || middle < Math.min(before, beyond)) break
    if (isBeyond(middle)) beyond = middle
    else before = middle
  }
  return { before, beyond }
}
