import type { LimitSides } from '@/core/error/errorLimit'
import type { ChartStyle } from './chartPicture'
import { type CorridorData, type CorridorReach, type LimitsAt, limits, shownError } from './corridorData'
import type { Place, Zone } from './marginalia'

/** How far to the right a place of the corridor stands: its input, or % of input span. */
type Across = (percent: number) => number

/** The corridor itself, the inner one of the adjust limit, and between acceptance and error limit the guard band. */
export function corridorZones(
  data: CorridorData,
  { low, high }: CorridorReach,
  { palette, across }: Pick<ChartStyle, 'palette'> & { readonly across: Across },
): Zone[] {
  const samples = limits(data, low, high)
  const band = (pick: (sample: LimitsAt) => LimitSides | null): Place[] =>
    between(
      samples.map((sample) => ({ x: across(sample.percent), y: pick(sample)?.above ?? 0 })),
      samples.map((sample) => ({ x: across(sample.percent), y: -(pick(sample)?.below ?? 0) })),
    )
  return [
    { corners: band(({ limit }) => limit), colour: palette.verdigrisGround },
    ...(data.basis.adjustLimit === null
      ? []
      : [{ corners: band(({ adjust }) => adjust), colour: palette.verdigrisInner }]),
    ...guardBand(data, { low, high, across }).map((corners) => ({
      corners,
      colour: palette.verdigris,
      isHatched: true,
    })),
  ]
}

/** What lies between two edges. */
const between = (upper: readonly Place[], lower: readonly Place[]): Place[] => [...upper, ...lower.toReversed()]

type Ends = { readonly low: number; readonly high: number; readonly across: Across }

/** The guard band above and below zero. Beyond the outermost test points it stays as wide as it is there. */
function guardBand(data: CorridorData, { low, high, across }: Ends): Place[][] {
  const { guardBand: widths } = data
  if (!widths || widths.length === 0) return []
  const known = widths.toSorted((a, b) => a.percent - b.percent)
  const samples = limits(data, low, high)
  const edges = (side: keyof LimitSides, sign: 1 | -1) => {
    const outer = samples.map(({ percent, limit }) => ({ x: across(percent), y: sign * limit[side] }))
    const inner = samples.map(({ percent, limit }) => {
      const width = shownError(data, { appliedPercent: percent, errorPercentSpan: widthAt(percent, known) })
      return { x: across(percent), y: sign * Math.max(0, limit[side] - width) }
    })
    return between(outer, inner)
  }
  return [edges('above', 1), edges('below', -1)]
}

/** Straight between the test points, % of span. */
function widthAt(percent: number, known: readonly { readonly percent: number; readonly width: number }[]): number {
  const after = known.find((point) => point.percent >= percent)
  const before = known.findLast((point) => point.percent <= percent)
  if (!after || !before || after === before) return (after ?? before)?.width ?? 0
  const share = (percent - before.percent) / (after.percent - before.percent)
  return before.width + share * (after.width - before.width)
}
