import type { ChartStyle } from './chartPicture'
import { type CorridorData, type CorridorReach, limits, shownError } from './corridorData'
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
  const band = (pick: (sample: (typeof samples)[number]) => number): Place[] =>
    between(
      samples.map((sample) => ({ x: across(sample.percent), y: pick(sample) })),
      samples.map((sample) => ({ x: across(sample.percent), y: -pick(sample) })),
    )
  return [
    { corners: band(({ limit }) => limit), colour: palette.verdigrisGround },
    ...(data.basis.adjustLimit === null
      ? []
      : [{ corners: band(({ adjust }) => adjust ?? 0), colour: palette.verdigrisInner }]),
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

/** The guard band above and below zero. Beyond the outermost test points acceptance stays as it is there. */
function guardBand(data: CorridorData, { low, high, across }: Ends): Place[][] {
  const { acceptance } = data
  if (!acceptance || acceptance.length === 0) return []
  const known = acceptance.toSorted((a, b) => a.percent - b.percent)
  const [first, last] = [known[0], known.at(-1)]
  const edge = [first && { ...first, percent: low }, ...known, last && { ...last, percent: high }].flatMap((point) =>
    point
      ? [
          {
            x: across(point.percent),
            y: shownError(data, { appliedPercent: point.percent, errorPercentSpan: point.acceptance }),
          },
        ]
      : [],
  )
  const outer = limits(data, low, high).map(({ percent, limit }) => ({ x: across(percent), y: limit }))
  const mirrored = (places: readonly Place[]) => places.map(({ x, y }) => ({ x, y: -y }))
  return [between(outer, edge), between(mirrored(outer), mirrored(edge))]
}
