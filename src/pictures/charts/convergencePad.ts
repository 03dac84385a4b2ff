import { formatSigned } from '@/core/format/formatNumber'
import { chartOptions, linearAxis } from './chartOptions'
import type { ChartPicture, ChartStyle } from './chartPicture'
import { decimalsOfTicks } from './tickWords'

/** Errors at both ends, % of span. */
export type PadPoint = { readonly zeroError: number; readonly fullError: number }

export type ConvergencePadData = {
  /** From the first reading to now; the last one is where the instrument stands. */
  readonly path: readonly PadPoint[]
  readonly limit: number
  /** Where the next move should take it; null when nothing is left to do. */
  readonly aim: PadPoint | null
  /** The number to dial to, with its unit. */
  readonly aimLabel: string
}

/**
 * The convergence pad: error at 0 % across, error at 100 % up, each touch of a screw a step on the path, the limit a box
 * in the middle, the next aim marked with the number to dial to.
 */
export function convergencePad(data: ConvergencePadData, style: ChartStyle): ChartPicture {
  const { path, limit, aim, aimLabel } = data
  const { palette } = style
  const reach = reachOf(data)
  const now = path.at(-1)
  const said = [path.map((point, index) => `${index === 0 ? 'first' : `move ${index}`}: ${placeWords(point)}`), [], []]
  const axis = (title?: string) =>
    linearAxis(style, {
      ...(title !== undefined && { title }),
      ends: [-reach, reach],
      words: (value, ticks) => formatSigned(value, decimalsOfTicks(ticks)),
      lines: 'zero',
    })
  const first = path[0]
  return {
    words: padInWords(data),
    said,
    configuration: {
      type: 'scatter',
      data: { datasets: [pathOf(path, style), ...(aim && now ? aimOf(now, aim, style) : [])] },
      options: {
        ...chartOptions(style, {
          said,
          title: 'error at 100 %, % of span',
          ...(aim && { nextToDo: `+ next, ${aimLabel}` }),
          zones: [{ corners: squareOf(limit), colour: palette.verdigrisGround }],
          remarks:
            first && path.length > 1
              ? [{ at: at(first), text: 'first', colour: palette.soft, align: 'left', up: 0.8, right: 0.6 }]
              : [],
        }),
        scales: { x: axis('error at 0 %, % of span'), y: axis() },
      },
    },
  }
}

/** As far up as across, so that a step keeps its direction. */
function reachOf({ path, limit, aim }: ConvergencePadData): number {
  const farthest = [...path, ...(aim ? [aim] : [])].flatMap(({ zeroError, fullError }) => [
    Math.abs(zeroError),
    Math.abs(fullError),
  ])
  return Math.max(limit * 2.2, ...farthest.map((error) => error * 1.2))
}

const at = ({ zeroError, fullError }: PadPoint) => ({ x: zeroError, y: fullError })

const squareOf = (half: number) => [
  { x: -half, y: -half },
  { x: half, y: -half },
  { x: half, y: half },
  { x: -half, y: half },
]

function pathOf(path: readonly PadPoint[], { palette, fontSize }: ChartStyle) {
  const isNow = (index: number) => index === path.length - 1
  return {
    label: 'readings of both ends',
    data: path.map(at),
    showLine: true,
    clip: false as const,
    borderColor: palette.ink,
    borderWidth: 1.6,
    pointRadius: path.map((_, index) => fontSize * (isNow(index) ? 0.42 : 0.26)),
    pointHitRadius: fontSize,
    pointBorderColor: palette.ink,
    pointBackgroundColor: path.map((_, index) => (isNow(index) ? palette.ink : palette.card)),
  }
}

function aimOf(now: PadPoint, aim: PadPoint, { palette, fontSize }: ChartStyle) {
  const brass = { borderColor: palette.brass, borderWidth: 2, pointBorderColor: palette.brass, pointHitRadius: 0 }
  return [
    {
      ...brass,
      label: 'next',
      data: [at(aim)],
      clip: false as const,
      pointStyle: 'cross' as const,
      pointRadius: fontSize * 0.64,
      pointBorderWidth: 2,
    },
    {
      ...brass,
      label: 'way to the next',
      data: [at(now), at(aim)],
      showLine: true,
      borderDash: [5, 4],
      pointRadius: 0,
    },
  ]
}

const placeWords = ({ zeroError, fullError }: PadPoint) =>
  `${formatSigned(zeroError, 2)} % at 0 % and ${formatSigned(fullError, 2)} % at 100 %`

/** The pad for someone who cannot see it. */
function padInWords({ path, aim, aimLabel, limit }: ConvergencePadData): string {
  const now = path.at(-1)
  if (!now) return 'Convergence pad, empty.'
  return `Convergence pad: ${path.length - 1} moves, now ${placeWords(now)}, limit ±${limit} %. ${aim ? `Next: ${aimLabel}.` : 'Both ends are inside the limit.'}`
}
