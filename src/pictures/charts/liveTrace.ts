import type { ChartDataset } from 'chart.js'
import { formatFixed, formatPlain } from '@/core/format/formatNumber'
import { chartOptions, linearAxis } from './chartOptions'
import type { ChartPicture, ChartStyle } from './chartPicture'
import type { Zone } from './marginalia'
import { decimalsOfTicks } from './tickWords'

/** Pressure by the source at moments, s; what it is to come to, and for how long it is looked at there. */
export type LiveTrace = {
  readonly points: readonly { readonly seconds: number; readonly value: number }[]
  readonly unit: string
  readonly setPoint: number | null
  /** Within so much of the set point it counts as there. */
  readonly reach: number
  readonly windowSeconds: number
  readonly shownSeconds: number
}

/** Near its set point the picture is so many reaches high to either side: what still moves is to be seen. */
const NEAR_REACHES = 4
/** So many reaches away it is not near. */
const FAR_REACHES = 10

/** The last while of a pressure, with its set point, the corridor about it, and the window that is looked at. */
export function liveTrace(trace: LiveTrace, style: ChartStyle): ChartPicture {
  const { points, unit, setPoint, reach, windowSeconds, shownSeconds } = trace
  const now = points.at(-1)?.seconds ?? 0
  const shown = points
    .filter(({ seconds }) => seconds >= now - shownSeconds)
    .map(({ seconds, value }) => ({ x: seconds - now, y: value }))
  const ends = endsOf(shown, trace)
  const { palette } = style
  const line = (data: { x: number; y: number }[], more: Partial<ChartDataset<'scatter'>>): ChartDataset<'scatter'> => ({
    data,
    showLine: true,
    pointRadius: 0,
    pointHitRadius: 0,
    clip: 0,
    ...more,
  })
  const last = shown.at(-1)
  const six = (value: number) => formatPlain(Number(value.toPrecision(6)))
  return {
    words: last
      ? `Pressure of the last ${formatPlain(shownSeconds)} s by the source, now ${six(last.y)} ${unit}${setPoint === null ? '' : `, set to ${six(setPoint)} ${unit}`}.`
      : 'Nothing was seen yet.',
    said: [],
    configuration: {
      type: 'scatter',
      data: {
        datasets: [
          ...(setPoint === null
            ? []
            : [
                line(
                  [
                    { x: -shownSeconds, y: setPoint },
                    { x: 0, y: setPoint },
                  ],
                  { borderColor: palette.ink, borderWidth: 1, borderDash: [2, 4] },
                ),
              ]),
          line(shown, { borderColor: palette.brass, borderWidth: 2 }),
        ],
      },
      options: {
        ...chartOptions(style, {
          said: [],
          title: `applied, ${unit}`,
          zones: [
            ...(setPoint === null
              ? []
              : [zone([-shownSeconds, 0], [setPoint - reach, setPoint + reach], palette.verdigrisGround)]),
            zone([-Math.min(windowSeconds, shownSeconds), 0], ends, palette.brassGround),
            ...(setPoint === null
              ? []
              : [zone([-windowSeconds, 0], [setPoint - reach, setPoint + reach], palette.verdigrisInner)]),
          ],
        }),
        scales: {
          x: linearAxis(style, {
            ends: [-shownSeconds, 0],
            at: [-1, -2 / 3, -1 / 3, 0].map((share) => share * shownSeconds),
            words: (value) => `${formatFixed(value, 0)} s`,
          }),
          y: linearAxis(style, {
            ends,
            words: (value, ticks) => formatFixed(value, decimalsOfTicks(ticks)),
            lines: 'all',
          }),
        },
      },
    },
  }
}

/** From where to where the picture reaches: far from its set point the whole way there, near it a few reaches. */
function endsOf(
  shown: readonly { readonly x: number; readonly y: number }[],
  { setPoint, reach, windowSeconds }: LiveTrace,
): readonly [number, number] {
  const inWindow = shown.filter(({ x }) => x >= -windowSeconds).map(({ y }) => y)
  const isNear =
    setPoint !== null &&
    inWindow.length > 0 &&
    inWindow.every((value) => Math.abs(value - setPoint) < FAR_REACHES * reach)
  const values = isNear
    ? [setPoint - NEAR_REACHES * reach, setPoint + NEAR_REACHES * reach, ...inWindow]
    : [...shown.map(({ y }) => y), ...(setPoint === null ? [] : [setPoint])]
  if (values.length === 0) return [0, 1]
  const [low, high] = [Math.min(...values), Math.max(...values)]
  const margin = Math.max((high - low) * 0.08, reach)
  return [low - margin, high + margin]
}

const zone = (across: readonly [number, number], up: readonly [number, number], colour: string): Zone => ({
  colour,
  corners: [
    { x: across[0], y: up[0] },
    { x: across[1], y: up[0] },
    { x: across[1], y: up[1] },
    { x: across[0], y: up[1] },
  ],
})
