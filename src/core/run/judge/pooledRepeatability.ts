import { repeatability } from '../../analysis/repeatability'
import type { KnownScatter } from './roundScatter'

type EarlierPoint = {
  readonly targetPercent: number
  readonly direction: 'rising' | 'falling'
  readonly errorPercentSpan: number
}
/** A round of an earlier record of the same instrument on the same range. */
export type EarlierRound = { readonly sequence: number; readonly points: readonly EarlierPoint[] }

/**
 * Repeatability of an instrument from rounds of earlier records that were read in several cycles: the variances within
 * each point and direction, pooled by their degrees of freedom. Source: JCGM 100:2008, 4.2.4 and H.3.6 (pooled estimate).
 *
 * @returns null where no earlier round read a point twice from one side
 */
export function pooledRepeatability(rounds: readonly EarlierRound[]): KnownScatter | null {
  const each = rounds.flatMap(({ sequence, points }) => {
    const found = repeatability(
      points.map(({ targetPercent, direction, errorPercentSpan }) => ({
        cycle: 1,
        targetPercent,
        direction,
        appliedPercent: 0,
        outputPercent: errorPercentSpan,
      })),
    )
    return found ? [{ sequence, ...found }] : []
  })
  const degrees = each.reduce((sum, { degreesOfFreedom }) => sum + degreesOfFreedom, 0)
  if (degrees === 0) return null
  const squares = each.reduce(
    (sum, { standardDeviationPercentSpan: s, degreesOfFreedom }) => sum + degreesOfFreedom * s ** 2,
    0,
  )
  if (squares === 0) return null
  const records = [...new Set(each.map(({ sequence }) => sequence))].toSorted((a, b) => a - b)
  return {
    standardDeviation: Math.sqrt(squares / degrees),
    degrees,
    source: `cycles of record${records.length > 1 ? 's' : ''} ${records.join(', ')}, pooled`,
  }
}
