/** The mean of readings of one value with their spread: what it was, and how well its mean is known. */
export type MeanOfReadings = { readonly mean: number; readonly deviation: number; readonly count: number }

/**
 * Mean and standard deviation of single readings; 0 of one alone. Source: JCGM 100:2008, 4.2.1 and 4.2.2.
 *
 * @param values at least one
 */
export function meanOf(values: readonly number[]): MeanOfReadings {
  const count = values.length
  const mean = values.reduce((sum, value) => sum + value, 0) / count
  const squares = values.reduce((sum, value) => sum + (value - mean) ** 2, 0)
  return { mean, deviation: count < 2 ? 0 : Math.sqrt(squares / (count - 1)), count }
}
