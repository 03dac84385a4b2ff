/** What is supposed of an error before it is read, in shares of its limit. */
export type SharePrior = { readonly mean: number; readonly standardDeviation: number }

/** With fewer the spread of the next one has no bound that could be stated: a t-distribution of two degrees has no variance. */
const LEAST_CHECKS = 4

/**
 * What the next as-found error of an instrument will be, from those before: of a normal distribution of unknown mean and
 * spread the next value follows a t-distribution about the mean, of spread s·√(1 + 1/n) and n − 1 degrees of freedom, whose
 * variance is ν/(ν − 2) times as large.
 *
 * Source: JCGM 101:2008, 6.4.9.2 to 6.4.9.4 (scaled and shifted t-distribution; from memory), for a further value.
 *
 * @param shares as-found errors in shares of their limits, with their signs
 * @returns null for fewer than four, or where all are alike to the last digit: that says nothing of the next
 */
export function priorFromHistory(shares: readonly number[]): SharePrior | null {
  const count = shares.length
  if (count < LEAST_CHECKS) return null
  const mean = shares.reduce((sum, share) => sum + share, 0) / count
  const degrees = count - 1
  const variance = shares.reduce((sum, share) => sum + (share - mean) ** 2, 0) / degrees
  if (variance === 0) return null
  const ofNext = variance * (1 + 1 / count) * (degrees / (degrees - 2))
  return { mean, standardDeviation: Math.sqrt(ofNext) }
}
