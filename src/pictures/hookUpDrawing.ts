import type { At } from './hookUpLayouts'
import type { Shape, Tone } from './scene'
import { stroke } from './strokes'

export type Size = { readonly width: number; readonly height: number; readonly fontSize: number }
export type Place = (at: At) => [x: number, y: number]

/** A head on the first stretch of a pipe, pointing the way the pressure goes. */
export function arrow(points: readonly (readonly [number, number])[], tone: Tone, { fontSize }: Size): Shape {
  const [from = [0, 0], to = [0, 0]] = points
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]) || 1
  const [dx, dy] = [(to[0] - from[0]) / length, (to[1] - from[1]) / length]
  const [x, y] = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2]
  const long = fontSize * 0.6
  const tip: [number, number] = [x + dx * long, y + dy * long]
  const side = (turn: number): [number, number] => [
    x - dx * long - dy * turn * long * 0.8,
    y - dy * long + dx * turn * long * 0.8,
  ]
  return { kind: 'area', points: [tip, side(1), side(-1), tip], tone }
}

/** A short text of the scheme. */
export function label(
  [x, y]: readonly [number, number],
  text: string,
  { fontSize }: Size,
  { anchor, isBold = false }: { anchor: 'start' | 'middle' | 'end'; isBold?: boolean },
): Shape {
  return { kind: 'text', x, y, text, tone: isBold ? 'ink' : 'soft', size: fontSize, anchor, face: 'text', isBold }
}

/** A circle with a letter in it. */
export function bubble(
  [x, y]: readonly [number, number],
  radius: number,
  { text, fontSize }: { readonly text: string; readonly fontSize: number },
): Shape[] {
  const circle = Array.from({ length: 49 }, (_, index): [number, number] => {
    const angle = (index / 48) * 2 * Math.PI
    return [x + radius * Math.cos(angle), y + radius * Math.sin(angle)]
  })
  return [
    { kind: 'area', points: circle, tone: 'card' },
    stroke(circle, 'ink', 1.8),
    {
      kind: 'text',
      x,
      y: y + fontSize * 0.36,
      text,
      tone: 'ink',
      size: fontSize * 1.1,
      anchor: 'middle',
      face: 'text',
      isBold: true,
    },
  ]
}
