import { formatPlain } from '@/core/format/formatNumber'
import { linearScale, niceTicks } from './axis'
import type { Scene, Shape } from './scene'

/** What was shown at a moment of the bench. */
export type TracePoint = { readonly seconds: number; readonly value: number }
type Data = { readonly points: readonly TracePoint[]; readonly unit: string; readonly windowSeconds: number }
type Size = { readonly width: number; readonly height: number; readonly fontSize: number }

/** The smallest height of the picture, of the value: noise alone is not to look like a storm. */
const LEAST_SPAN = 0.002

/** The pressure of the last while, as the reference showed it: it can be seen to settle, to sink and to leak. */
export function rigTrace({ points, unit, windowSeconds }: Data, { width, height, fontSize }: Size): Scene {
  const now = points.at(-1)?.seconds ?? 0
  const shown = points.filter(({ seconds }) => seconds >= now - windowSeconds)
  const values = shown.map(({ value }) => value)
  const [low, high] = [Math.min(...values, 0), Math.max(...values, 0)]
  const middle = (low + high) / 2
  const half = Math.max((high - low) / 2, LEAST_SPAN * Math.max(1, Math.abs(middle))) * 1.1
  const box = { left: fontSize * 5, top: fontSize, right: width - fontSize, bottom: height - fontSize * 2.4 }
  const x = linearScale([now - windowSeconds, now], [box.left, box.right])
  const y = linearScale([middle - half, middle + half], [box.bottom, box.top])
  const text = (at: readonly [number, number], words: string, anchor: 'end' | 'middle' | 'start'): Shape => ({
    ...{ kind: 'text', x: at[0], y: at[1], text: words, tone: 'soft', size: fontSize, anchor, face: 'number' },
  })
  const ticks = niceTicks(middle - half, middle + half, 4)
  const last = shown.at(-1)
  return {
    ...{ width, height },
    words: last
      ? `Pressure of the last ${windowSeconds} s by the reference, now ${formatPlain(last.value)} ${unit}.`
      : 'Nothing was shown yet.',
    shapes: [
      ...ticks.flatMap((value): Shape[] => [
        {
          kind: 'line',
          tone: 'rule',
          weight: 1,
          points: [
            [box.left, y(value)],
            [box.right, y(value)],
          ],
        },
        text([box.left - fontSize * 0.5, y(value) + fontSize * 0.35], formatPlain(Number(value.toPrecision(6))), 'end'),
      ]),
      ...[0, 0.5, 1].map((share) =>
        text(
          [box.left + share * (box.right - box.left), box.bottom + fontSize * 1.6],
          share === 1 ? '0 s' : `−${formatPlain(windowSeconds * (1 - share))} s`,
          share === 0 ? 'start' : share === 1 ? 'end' : 'middle',
        ),
      ),
      {
        kind: 'line',
        tone: 'brass',
        weight: 2,
        points: shown.map(({ seconds, value }) => [x(seconds), y(value)] as const),
      },
    ],
  }
}
