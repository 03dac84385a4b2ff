/** A reading of a point in its calibration: what was there, what it showed, and U of the comparison; all in one unit. */
export type ComparedReading = { readonly applied: number; readonly shown: number; readonly expanded: number }

/** A point of a certificate: what it shows, what has to be added to it, and U. */
export type CertifiedPoint = { readonly indicated: number; readonly correction: number; readonly uncertainty: number }

/**
 * A point of a certificate from every reading of it: the mean of what it showed rising and falling, what has to be added
 * to it, and U. Rising and falling differ by its hysteresis; half of that is added to U whole, as a correction for the mean
 * cannot know the way a pressure was come to. Ours, no source.
 */
export function certifiedPoint(readings: readonly ComparedReading[]): CertifiedPoint {
  const corrections = readings.map(({ applied, shown }) => applied - shown)
  const half = (Math.max(...corrections) - Math.min(...corrections)) / 2
  return {
    indicated: mean(readings.map(({ shown }) => shown)),
    correction: mean(corrections),
    uncertainty: Math.max(...readings.map(({ expanded }) => expanded)) + half,
  }
}

const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length
