import { type CorridorData, type Frame, limits, shownError, within } from './corridorGeometry'
import type { Shape } from './scene'

/** Pixels between the strokes of a hatching. */
const HATCH = 7

/** The guard band between acceptance and error limit, hatched on both sides. */
export function guardBand(data: CorridorData, frame: Frame): Shape[] {
  const { acceptance } = data
  if (!acceptance || acceptance.length === 0) return []
  const at = sampled(limits(data, frame.low, frame.high).map(({ percent, limit }) => [frame.x(percent), limit]))
  const acceptedAt = sampled(
    acceptance
      .toSorted((a, b) => a.percent - b.percent)
      .map(({ percent, acceptance: percentSpan }) => [
        frame.x(percent),
        shownError(data, { appliedPercent: percent, errorPercentSpan: percentSpan }),
      ]),
  )
  const strokes = Math.floor((frame.right - frame.left) / HATCH)
  return Array.from({ length: strokes }, (_, index) => frame.left + index * HATCH).flatMap((x) =>
    [1, -1].map((sign): Shape => {
      const [from = 0, to = 0] = [sign * at(x), sign * acceptedAt(x)].map((error) => within(frame, frame.y(error)))
      // Strokes at 45°, no further than the frame.
      const run = Math.min(Math.abs(to - from), frame.right - x)
      return {
        kind: 'line',
        tone: 'verdigris',
        weight: 0.8,
        points: [
          [x, from],
          [x + run, from + Math.sign(to - from) * run],
        ],
      }
    }),
  )
}

/** A curve through points in the order of x, straight between them and level beyond its ends. */
function sampled(points: readonly (readonly [number, number])[]): (x: number) => number {
  return (x) => {
    const after = points.findIndex(([px]) => px >= x)
    const [right, left] = [points[after], points[after - 1]]
    if (!right) return points.at(-1)?.[1] ?? 0
    if (!left || right[0] === left[0]) return right[1]
    return left[1] + ((x - left[0]) / (right[0] - left[0])) * (right[1] - left[1])
  }
}
