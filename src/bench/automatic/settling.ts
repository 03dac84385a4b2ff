/** A value at a moment, s. */
export type Sample = { readonly seconds: number; readonly value: number }

/**
 * When a point counts as settled. `time`: held so long. `window`: for so long nothing went further than the tolerance from
 * the middle of what was seen. `statistical`: over so long the slope is within its own uncertainty, and what it would still
 * come to over the window is within the tolerance.
 */
export type SettleRule =
  | { readonly kind: 'time'; readonly seconds: number }
  | { readonly kind: 'window'; readonly seconds: number; readonly tolerance: number }
  | { readonly kind: 'statistical'; readonly seconds: number; readonly tolerance: number }

/** Whether it has settled, and how fast it still moves, in its unit a second; null while too little was seen. */
export type Settling = { readonly isSettled: boolean; readonly slopePerSecond: number | null }

/** Fewer tell no slope from noise. */
const LEAST_SAMPLES = 5
/** Of a slope: two standard uncertainties, about 95 %. */
const COVERAGE = 2

/**
 * Looks at the samples since the set point was reached.
 *
 * Source of the slope and its uncertainty: linear regression by least squares, as in any textbook of statistics.
 *
 * @param reached when the set point was reached, s
 */
export function settling(samples: readonly Sample[], rule: SettleRule, reached: number): Settling {
  const now = samples.at(-1)?.seconds ?? reached
  const window = samples.filter(({ seconds }) => seconds >= Math.max(reached, now - rule.seconds))
  const line = fitted(window)
  const slopePerSecond = line?.slope ?? null
  const hasHeld = now - reached >= rule.seconds
  if (rule.kind === 'time') return { isSettled: hasHeld, slopePerSecond }
  if (!hasHeld || !line) return { isSettled: false, slopePerSecond }
  if (rule.kind === 'window') {
    const values = window.map(({ value }) => value)
    return { isSettled: Math.max(...values) - Math.min(...values) <= 2 * rule.tolerance, slopePerSecond }
  }
  const isLevel = Math.abs(line.slope) <= COVERAGE * line.uncertainty
  const toCome = Math.abs(line.slope) * rule.seconds
  return { isSettled: (isLevel || toCome <= rule.tolerance / 10) && toCome <= rule.tolerance, slopePerSecond }
}

/**
 * Whether what is read beside the pressure still moves: a slope beyond its own uncertainty that would come to more than the
 * tolerance within the window. What is only noisy stands. Seen for less than the window, it counts as moving.
 */
export function isStillMoving(
  samples: readonly Sample[],
  { seconds, tolerance }: { readonly seconds: number; readonly tolerance: number },
  reached: number,
): boolean {
  const now = samples.at(-1)?.seconds ?? reached
  const line = fitted(samples.filter((each) => each.seconds >= Math.max(reached, now - seconds)))
  if (!line) return now - reached < seconds
  return Math.abs(line.slope) > COVERAGE * line.uncertainty && Math.abs(line.slope) * seconds > tolerance
}

/** The slope of a straight line through samples, with its standard uncertainty; null for too few, or all at one time. */
function fitted(samples: readonly Sample[]): { slope: number; uncertainty: number } | null {
  const count = samples.length
  if (count < LEAST_SAMPLES) return null
  const meanTime = samples.reduce((sum, { seconds }) => sum + seconds, 0) / count
  const meanValue = samples.reduce((sum, { value }) => sum + value, 0) / count
  const spread = samples.reduce((sum, { seconds }) => sum + (seconds - meanTime) ** 2, 0)
  if (spread === 0) return null
  const slope =
    samples.reduce((sum, { seconds, value }) => sum + (seconds - meanTime) * (value - meanValue), 0) / spread
  const residual = samples.reduce(
    (sum, { seconds, value }) => sum + (value - meanValue - slope * (seconds - meanTime)) ** 2,
    0,
  )
  return { slope, uncertainty: Math.sqrt(residual / (count - 2) / spread) }
}
