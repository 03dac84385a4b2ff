import { formatPlain } from '@/core/format/formatNumber'
import type { BeamData } from '@/schema/beam'
import { linearScale, niceTicks } from './axis'
import type { Scene, Shape } from './scene'

export type BeamSize = { readonly width: number; readonly fontSize: number; readonly detail: 'full' | 'small' | 'tiny' }

/**
 * The range beam: the sensor's limits as the whole beam, the calibrated range as its solid part, the smallest span as a
 * bracket, the reference's reach beneath. Drawn to proportion.
 */
export function rangeBeam(data: BeamData, size: BeamSize): Scene {
  const height = { full: size.fontSize * 8.9, small: size.fontSize * 5.5, tiny: size.fontSize * 1.2 }[size.detail]
  const y = { full: size.fontSize * 3.4, small: size.fontSize * 2.3, tiny: height / 2 }[size.detail]
  const margin = size.detail === 'tiny' ? 2 : size.fontSize * 1.6
  const x = linearScale([data.lrl, data.url], [margin, size.width - margin])
  const frame = { x, y, font: size.fontSize, width: size.width }
  const parts = {
    tiny: () => [...body(data, frame), solid(data, frame, false)],
    small: () => [
      ...body(data, frame),
      ...ends(data, frame),
      solid(data, frame, true),
      ...bracket(data, frame),
      ...reach(data, frame, 2.8),
    ],
    full: () => [
      ...body(data, frame),
      ...scaleTicks(data, frame),
      solid(data, frame, true),
      ...rangeText(data, frame),
      ...bracket(data, frame),
      ...reach(data, frame, 3.9),
    ],
  }
  return { width: size.width, height, words: beamInWords(data), shapes: parts[size.detail]() }
}

type Frame = { x: (value: number) => number; y: number; font: number; width: number }

function body({ lrl, url }: BeamData, { x, y, font }: Frame): Shape[] {
  const stop = (value: number): Shape => ({
    kind: 'line',
    tone: 'soft',
    weight: 2,
    points: [
      [x(value), y - font * 0.55],
      [x(value), y + font * 0.55],
    ],
  })
  return [
    {
      kind: 'line',
      tone: 'soft',
      weight: Math.max(2, font * 0.28),
      points: [
        [x(lrl), y],
        [x(url), y],
      ],
    },
    stop(lrl),
    stop(url),
  ]
}

function solid({ lrv, urv }: BeamData, { x, y, font }: Frame, isTall: boolean): Shape {
  const left = x(Math.min(lrv, urv))
  const right = x(Math.max(lrv, urv))
  const half = isTall ? font * 0.72 : font * 0.45
  return {
    kind: 'box',
    x: left,
    y: y - half,
    width: Math.max(3, right - left),
    height: half * 2,
    tone: 'graphite',
    radius: 2,
    outline: 'ink',
  }
}

const text = (
  x: number,
  y: number,
  words: string,
  font: number,
  anchor: 'start' | 'middle' | 'end',
  tone: 'soft' | 'ink' | 'brass' | 'onGraphite' = 'soft',
): Shape => ({
  kind: 'text',
  x,
  y,
  text: words,
  tone,
  size: font,
  anchor,
  face: 'number',
})

function ends({ lrl, url }: BeamData, { x, y, font, width }: Frame): Shape[] {
  return [
    text(Math.max(0, x(lrl) - font), y + font * 2, formatPlain(lrl), font, 'start'),
    text(Math.min(width, x(url) + font), y + font * 2, formatPlain(url), font, 'end'),
  ]
}

/** Width of a letter, of its size; generous, so that nothing touches. */
const LETTER = 0.58

function scaleTicks({ lrl, url, unitLabel }: BeamData, { x, y, font, width }: Frame): Shape[] {
  const last = `${formatPlain(url)} ${unitLabel}`
  const lastEnds = Math.min(width, x(url) + font)
  // The words at the end stand where a tick close to it would have its own.
  const lastBegins = Math.min(x(url) - font * 3, lastEnds - last.length * font * LETTER - font)
  const ticks = niceTicks(lrl, url, 8).filter((value) => x(value) - x(lrl) > font * 3 && x(value) < lastBegins)
  return [
    ...ticks.flatMap((value): Shape[] => [
      {
        kind: 'line',
        tone: 'soft',
        weight: 1,
        points: [
          [x(value), y + font * 0.9],
          [x(value), y + font * 1.3],
        ],
      },
      text(x(value), y + font * 2.4, formatPlain(value), font, 'middle'),
    ]),
    text(Math.max(0, x(lrl) - font), y + font * 2.4, formatPlain(lrl), font, 'start', 'ink'),
    text(lastEnds, y + font * 2.4, last, font, 'end', 'ink'),
  ]
}

/** The range in words, inside the solid part where it fits and above it where not. */
function rangeText({ lrv, urv }: BeamData, { x, y, font, width }: Frame): Shape[] {
  const words = `${formatPlain(lrv)} … ${formatPlain(urv)}`
  const room = Math.abs(x(urv) - x(lrv))
  const middle = (x(lrv) + x(urv)) / 2
  const needed = words.length * font * 0.62
  if (room > needed + font) return [text(middle, y + font * 0.36, words, font, 'middle', 'onGraphite')]
  return [
    text(Math.min(width - needed / 2, Math.max(needed / 2, middle)), y - font * 2.4, words, font, 'middle', 'ink'),
  ]
}

function bracket({ lrv, urv, minSpan }: BeamData, { x, y, font, width }: Frame): Shape[] {
  if (minSpan === null) return []
  const start = Math.min(lrv, urv)
  const top = y - font * 1.3
  const foot = y - font * 0.95
  const end = Math.min(width, x(start + minSpan))
  const words = `smallest span ${formatPlain(minSpan)}`
  const needed = words.length * font * 0.52
  const isRightRoom = end + needed <= width
  const isLeftRoom = x(start) >= needed
  return [
    {
      kind: 'line',
      tone: 'soft',
      weight: 1.2,
      points: [
        [x(start), foot],
        [x(start), top],
        [end, top],
        [end, foot],
      ],
    },
    {
      kind: 'text',
      ...(isRightRoom
        ? { x: end + font * 0.4, y: top + font * 0.35, anchor: 'start' }
        : isLeftRoom
          ? { x: x(start) - font * 0.4, y: top + font * 0.35, anchor: 'end' }
          : { x: (x(start) + end) / 2, y: top - font * 0.3, anchor: 'middle' }),
      text: words,
      tone: 'soft',
      size: font * 0.94,
      face: 'text',
    },
  ]
}

/** The reference's reach. Its name stands left of the line, or over its middle where the line begins at the edge. */
function reach({ reference, lrl, url }: BeamData, { x, y, font, width }: Frame, drop: number): Shape[] {
  if (!reference) return []
  const line = y + font * drop
  const left = Math.max(0, x(Math.max(reference.low, lrl - (url - lrl) * 0.04)))
  const right = Math.min(width, x(Math.min(reference.high, url + (url - lrl) * 0.04)))
  const isLeftRoom = left > reference.label.length * font * 0.56 + font * 4
  const half = (reference.label.length * font * 0.56) / 2
  // Over the middle of the line, as far as the picture has room for it.
  const middle = Math.min(width - half, Math.max(half, (left + right) / 2))
  const label = {
    kind: 'text' as const,
    text: reference.label,
    tone: 'brass' as const,
    size: font,
    face: 'text' as const,
  }
  return [
    {
      kind: 'line',
      tone: 'brass',
      weight: 3,
      points: [
        [left, line],
        [right, line],
      ],
    },
    isLeftRoom
      ? { ...label, x: left - font * 0.5, y: line + font * 0.35, anchor: 'end' }
      : { ...label, x: middle, y: drop > 3 ? line + font * 1.3 : line - font * 0.6, anchor: 'middle' },
  ]
}

/** The beam for someone who cannot see it. */
function beamInWords({ lrl, url, minSpan, lrv, urv, unitLabel, reference }: BeamData): string {
  const reaches = reference
    ? ` ${reference.label}: ${formatPlain(reference.low)} to ${formatPlain(reference.high)}.`
    : ''
  const on = minSpan === null ? 'never beyond' : 'on a sensor for'
  return `Range ${formatPlain(lrv)} to ${formatPlain(urv)} ${unitLabel} ${on} ${formatPlain(lrl)} to ${formatPlain(url)}${minSpan === null ? '' : `, smallest span ${formatPlain(minSpan)}`}.${reaches}`
}
