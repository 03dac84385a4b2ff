import type { LinkBand } from '@/core/range/sensorBody'
import type { Shape, Tone } from './scene'
import { widthOf } from './strokes'

export type Ends = { readonly lrv: number; readonly urv: number }

/** What the beam of the range desk shows; all in one unit. */
export type RangeDeskBeamData = {
  readonly lrl: number
  readonly url: number
  readonly minSpan: number
  readonly unitLabel: string
  readonly present: Ends
  /** Null while what is typed makes no range. */
  readonly wanted: (Ends & { readonly fits: boolean }) | null
  readonly links: readonly LinkBand[]
  readonly presentLink: string | null
  /** The position the wanted range needs; null where it needs none. */
  readonly neededLink: string | null
  readonly host: { readonly lower: string; readonly upper: string } | null
  readonly reference: { readonly label: string; readonly low: number; readonly high: number } | null
}

export type Frame = { x: (value: number) => number; font: number; width: number; low: number; high: number }

/** Where each line of the picture lies, in letters’ heights from the top. */
export const LEVEL = { links: 0.4, present: 3.7, beam: 6, ticks: 8.7, reference: 10.9, host: 12.7 } as const

/** A line of the beam. */
export const line = (points: [number, number][], tone: Tone, weight: number, dash?: readonly number[]): Shape => ({
  kind: 'line',
  points,
  tone,
  weight,
  ...(dash && { dash }),
})

/** A word of the beam, centred on its place unless told otherwise. */
export const label = (
  at: { x: number; y: number },
  text: string,
  font: number,
  options: Partial<Extract<Shape, { kind: 'text' }>> = {},
): Shape => ({
  kind: 'text',
  ...at,
  text,
  tone: 'soft',
  size: font,
  anchor: 'middle',
  face: 'number',
  ...options,
})

/** Keeps a text centred at x inside the picture. */
export const inside = (x: number, text: string, { font, width }: Frame) => {
  const half = widthOf(text, font) / 2
  return Math.min(width - half, Math.max(half, x))
}

/** Names a level line: left of it, or right of it, or over it, wherever there is room. */
export function besideLine(
  { left, right, y }: { left: number; right: number; y: number },
  words: string,
  tone: Tone,
  { font, width }: Frame,
): Shape {
  const needed = widthOf(words, font) + font
  const place =
    left > needed
      ? { x: left - font * 0.6, y: y + font * 0.35, anchor: 'end' as const }
      : width - right > needed
        ? { x: right + font * 0.6, y: y + font * 0.35, anchor: 'start' as const }
        : { x: Math.min(left, width - widthOf(words, font)), y: y - font * 0.4, anchor: 'start' as const }
  return label({ x: place.x, y: place.y }, words, font, { tone, anchor: place.anchor, face: 'text' })
}
