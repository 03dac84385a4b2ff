import type { Shape, Tone } from './scene'

/** A line through points. */
export const stroke = (
  points: readonly (readonly [x: number, y: number])[],
  tone: Tone,
  weight: number,
  dash?: readonly number[],
): Shape => ({ kind: 'line', points, tone, weight, ...(dash && { dash }) })

type Writing = {
  readonly size: number
  readonly anchor: 'start' | 'middle' | 'end'
  readonly tone?: Tone
}

/** A short text with tabular figures. */
export const write = (
  [x, y]: readonly [number, number],
  text: string,
  { size, anchor, tone = 'soft' }: Writing,
): Shape => ({ kind: 'text', x, y, text, tone, size, anchor, face: 'number' })

/** Rough width of a text. */
export const widthOf = (text: string, font: number): number => text.length * font * 0.54
