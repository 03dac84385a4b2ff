import { formatSigned } from '@/core/format/formatNumber'
import { linearScale, niceTicks, type Scale } from './axis'
import type { Size } from './corridorGeometry'
import type { Scene, Shape } from './scene'

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
export function convergencePad(data: ConvergencePadData, size: Size): Scene {
  const frame = frameOf(data, size)
  return {
    width: size.width,
    height: size.height,
    words: padInWords(data),
    shapes: [...ground(data, frame, size), ...steps(data, frame, size), ...aimMark(data, frame, size)],
  }
}

type Frame = { left: number; right: number; top: number; bottom: number; reach: number; x: Scale; y: Scale }

function frameOf({ path, limit, aim }: ConvergencePadData, { width, height, fontSize }: Size): Frame {
  const left = fontSize * 4.2
  const right = width - fontSize * 1.2
  const top = fontSize * 1.2
  const bottom = height - fontSize * 3.2
  const farthest = [...path, ...(aim ? [aim] : [])].flatMap(({ zeroError, fullError }) => [
    Math.abs(zeroError),
    Math.abs(fullError),
  ])
  const reach = Math.max(limit * 2.2, ...farthest.map((error) => error * 1.2))
  return {
    left,
    right,
    top,
    bottom,
    reach,
    x: linearScale([-reach, reach], [left, right]),
    y: linearScale([-reach, reach], [bottom, top]),
  }
}

function ground(
  { limit }: ConvergencePadData,
  { left, right, top, bottom, reach, x, y }: Frame,
  { fontSize }: Size,
): Shape[] {
  const ticks = niceTicks(-reach, reach, 6)
  const label = (text: string, at: { x: number; y: number }, anchor: 'start' | 'middle' | 'end'): Shape => ({
    kind: 'text',
    ...at,
    text,
    tone: 'soft',
    size: fontSize * 0.9,
    anchor,
    face: 'number',
  })
  return [
    { kind: 'box', x: left, y: top, width: right - left, height: bottom - top, tone: 'card', outline: 'rule' },
    {
      kind: 'box',
      x: x(-limit),
      y: y(limit),
      width: x(limit) - x(-limit),
      height: y(-limit) - y(limit),
      tone: 'verdigrisGround',
      outline: 'verdigris',
    },
    {
      kind: 'line',
      tone: 'rule',
      weight: 1,
      points: [
        [x(0), top],
        [x(0), bottom],
      ],
    },
    {
      kind: 'line',
      tone: 'rule',
      weight: 1,
      points: [
        [left, y(0)],
        [right, y(0)],
      ],
    },
    ...ticks.map((tick) =>
      label(formatSigned(tick, decimalsOf(ticks)), { x: x(tick), y: bottom + fontSize * 1.2 }, 'middle'),
    ),
    ...ticks.map((tick) =>
      label(formatSigned(tick, decimalsOf(ticks)), { x: left - fontSize * 0.4, y: y(tick) + fontSize * 0.35 }, 'end'),
    ),
    {
      kind: 'text',
      x: (left + right) / 2,
      y: bottom + fontSize * 2.6,
      text: 'error at 0 %, % of span',
      tone: 'ink',
      size: fontSize,
      anchor: 'middle',
      face: 'text',
    },
    {
      kind: 'text',
      x: left + fontSize * 0.5,
      y: top + fontSize * 1.3,
      text: 'error at 100 %',
      tone: 'ink',
      size: fontSize,
      anchor: 'start',
      face: 'text',
    },
  ]
}

const decimalsOf = (ticks: readonly number[]) => {
  const step = Math.abs((ticks[1] ?? 1) - (ticks[0] ?? 0))
  return Math.max(0, Math.ceil(-Math.log10(step) - 1e-9))
}

function steps({ path }: ConvergencePadData, { x, y }: Frame, { fontSize }: Size): Shape[] {
  const at = path.map(({ zeroError, fullError }) => [x(zeroError), y(fullError)] as const)
  return [
    { kind: 'line', tone: 'ink', weight: 1.6, points: at },
    ...at.map(([px, py], index): Shape => {
      const isNow = index === at.length - 1
      return {
        kind: 'box',
        x: px - (isNow ? 5 : 3),
        y: py - (isNow ? 5 : 3),
        width: isNow ? 10 : 6,
        height: isNow ? 10 : 6,
        radius: 5,
        tone: isNow ? 'ink' : 'card',
        outline: 'ink',
      }
    }),
    ...at.slice(0, 1).map(
      ([px, py]): Shape => ({
        kind: 'text',
        x: px + fontSize * 0.6,
        y: py - fontSize * 0.6,
        text: 'first',
        tone: 'soft',
        size: fontSize * 0.9,
        anchor: 'start',
        face: 'text',
      }),
    ),
  ]
}

function aimMark(
  { aim, aimLabel, path }: ConvergencePadData,
  { x, y, right, top }: Frame,
  { fontSize }: Size,
): Shape[] {
  const now = path.at(-1)
  if (!aim || !now) return []
  const [ax, ay] = [x(aim.zeroError), y(aim.fullError)]
  const stroke = (points: readonly (readonly [number, number])[], dash?: readonly number[]): Shape => ({
    kind: 'line',
    tone: 'brass',
    weight: 2,
    points,
    ...(dash && { dash }),
  })
  return [
    stroke(
      [
        [x(now.zeroError), y(now.fullError)],
        [ax, ay],
      ],
      [5, 4],
    ),
    stroke([
      [ax - 8, ay],
      [ax + 8, ay],
    ]),
    stroke([
      [ax, ay - 8],
      [ax, ay + 8],
    ]),
    {
      kind: 'text',
      x: right - fontSize * 0.6,
      y: top + fontSize * 1.5,
      text: `+ next, ${aimLabel}`,
      tone: 'brass',
      size: fontSize * 1.2,
      anchor: 'end',
      face: 'number',
      isBold: true,
    },
  ]
}

/** The pad for someone who cannot see it. */
function padInWords({ path, aim, aimLabel, limit }: ConvergencePadData): string {
  const now = path.at(-1)
  if (!now) return 'Convergence pad, empty.'
  const where = `now ${formatSigned(now.zeroError, 2)} % at 0 % and ${formatSigned(now.fullError, 2)} % at 100 %, limit ±${limit} %`
  return `Convergence pad: ${path.length - 1} moves, ${where}. ${aim ? `Next: ${aimLabel}.` : 'Both ends are inside the limit.'}`
}
