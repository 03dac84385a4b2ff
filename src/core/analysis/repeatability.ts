import type { CycleReading } from './meanCurve'

/** How closely readings of the same point from the same direction agree over the cycles, in % of span. */
export type Repeatability = {
  /** Largest spread at one point and direction. Source: ISA-51.1, “repeatability” (from memory). */
  readonly spreadPercentSpan: number
  /** Pooled experimental standard deviation of one reading. Source: JCGM 100:2008, 4.2.2 and 4.2.4. */
  readonly standardDeviationPercentSpan: number
  readonly degreesOfFreedom: number
}

/** Repeatability over all cycles. @returns null while no point has been read twice from the same direction */
export function repeatability(readings: readonly CycleReading[]): Repeatability | null {
  const groups = new Map<string, number[]>()
  for (const { targetPercent, direction, outputPercent, appliedPercent } of readings) {
    const key = `${direction} ${targetPercent}`
    const group = groups.get(key) ?? []
    group.push(outputPercent - appliedPercent)
    groups.set(key, group)
  }
  const repeated = [...groups.values()].filter((group) => group.length > 1)
  if (repeated.length === 0) return null
  const degrees = repeated.reduce((sum, group) => sum + group.length - 1, 0)
  const squares = repeated.reduce((sum, group) => sum + squaresAroundMean(group), 0)
  return {
    spreadPercentSpan: Math.max(...repeated.map((group) => Math.max(...group) - Math.min(...group))),
    standardDeviationPercentSpan: Math.sqrt(squares / degrees),
    degreesOfFreedom: degrees,
  }
}

function squaresAroundMean(values: readonly number[]): number {
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length
  return values.reduce((sum, value) => sum + (value - mean) ** 2, 0)
}
