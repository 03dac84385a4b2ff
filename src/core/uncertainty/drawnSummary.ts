/** An interval of the result. */
export type Interval = { readonly low: number; readonly high: number }

/** What a set of drawn results comes to. */
export type DrawnSummary = {
  readonly trials: number
  readonly mean: number
  readonly standardUncertainty: number
  /** As much probability below as above. */
  readonly symmetric: Interval
  /** The narrowest interval of this coverage. */
  readonly shortest: Interval
  readonly histogram: { readonly low: number; readonly binWidth: number; readonly counts: readonly number[] }
}

/** Mean and experimental standard deviation. Source: JCGM 101:2008, 7.6. */
export function moments(values: Float64Array): { mean: number; standardUncertainty: number } {
  let sum = 0
  for (const value of values) sum += value
  const mean = sum / values.length
  let squares = 0
  for (const value of values) squares += (value - mean) ** 2
  return { mean, standardUncertainty: Math.sqrt(squares / (values.length - 1)) }
}

/** Sorts the array it is given, which nobody else may hold, and sums it up. */
export function drawnSummary(values: Float64Array, coverage: number): DrawnSummary {
  const { mean, standardUncertainty } = moments(values)
  const sorted = values.sort()
  return {
    trials: sorted.length,
    mean,
    standardUncertainty,
    symmetric: symmetricInterval(sorted, coverage),
    shortest: shortestInterval(sorted, coverage),
    histogram: histogram(sorted),
  }
}

/** JCGM 101, 7.7.2: q = pM values inside, the rest halved. */
export function symmetricInterval(sorted: Float64Array, coverage: number): Interval {
  const inside = Math.round(coverage * sorted.length)
  const below = Math.floor((sorted.length - inside) / 2)
  return { low: sorted[below] ?? 0, high: sorted[Math.min(sorted.length - 1, below + inside)] ?? 0 }
}

/** JCGM 101, 7.7.4: of all intervals that hold q values, the narrowest. */
function shortestInterval(sorted: Float64Array, coverage: number): Interval {
  const inside = Math.min(sorted.length - 1, Math.round(coverage * sorted.length))
  let best = 0
  for (let start = 1; start + inside < sorted.length; start++) {
    const width = (sorted[start + inside] ?? 0) - (sorted[start] ?? 0)
    if (width < (sorted[best + inside] ?? 0) - (sorted[best] ?? 0)) best = start
  }
  return { low: sorted[best] ?? 0, high: sorted[best + inside] ?? 0 }
}

const BINS = 60

/** Counts over the middle 99.8 %: a single far value must not squeeze the picture. */
function histogram(sorted: Float64Array): DrawnSummary['histogram'] {
  const cut = Math.floor(sorted.length * 0.001)
  const low = sorted[cut] ?? 0
  const high = sorted[sorted.length - 1 - cut] ?? 0
  const binWidth = (high - low) / BINS
  const counts = new Array<number>(BINS).fill(0)
  if (binWidth === 0) return { low, binWidth, counts: [sorted.length] }
  for (const value of sorted) {
    const bin = Math.floor((value - low) / binWidth)
    if (bin >= 0 && bin < BINS) counts[bin] = (counts[bin] ?? 0) + 1
  }
  return { low, binWidth, counts }
}
