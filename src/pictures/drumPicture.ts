import type { Scene, Shape } from './scene'
import { stroke, write } from './strokes'

/** A drum seen from its end with pot and reference leg, filled to its true level, % of the distance of the taps. */
export function drumPicture(
  truePercent: number,
  { width, height, fontSize: font }: { width: number; height: number; fontSize: number },
): Scene {
  return {
    width,
    height,
    words: `Drum, pot and reference leg; true level ${truePercent} %.`,
    shapes: drum(truePercent, { width, height, font }),
  }
}

type Frame = { width: number; height: number; font: number }

/** Corners of a circle between two heights. */
function circleBand(cx: number, cy: number, radius: number, [from, to]: readonly [number, number]): [number, number][] {
  const inside = Array.from({ length: 49 }, (_, index) => from + ((to - from) * index) / 48)
  const half = (y: number) => Math.sqrt(Math.max(0, radius ** 2 - (y - cy) ** 2))
  return [
    ...inside.map((y): [number, number] => [cx - half(y), y]),
    ...inside.toReversed().map((y): [number, number] => [cx + half(y), y]),
  ]
}

function drum(truePercent: number, { width, height, font }: Frame): Shape[] {
  // Room for “100 %” at the left and the pot at the right.
  const radius = Math.min((width - font * 8) / 2, height * 0.36)
  const [cx, cy] = [font * 3.8 + radius, height * 0.46]
  // The taps lie inside the drum's ends: 0 % and 100 % at seven tenths of the radius.
  const [low, high] = [cy + radius * 0.72, cy - radius * 0.72]
  const y = (percent: number) => low + (percent / 100) * (high - low)
  const side = Math.min(width - font * 2.6, cx + radius + font * 2)
  const foot = height * 0.93
  return [
    { kind: 'area', tone: 'card', points: circleBand(cx, cy, radius, [cy - radius, cy + radius]) },
    { kind: 'area', tone: 'verdigrisInner', points: circleBand(cx, cy, radius, [y(truePercent), cy + radius]) },
    stroke(
      Array.from({ length: 73 }, (_, index): [number, number] => {
        const angle = (index / 72) * 2 * Math.PI
        return [cx + radius * Math.cos(angle), cy + radius * Math.sin(angle)]
      }),
      'ink',
      2.6,
    ),
    ...[0, 100].map((percent) =>
      write([cx - radius - font * 0.6, y(percent) + font * 0.35], `${percent} %`, { size: font, anchor: 'end' }),
    ),
    ...[0, 100].map((percent) =>
      stroke(
        [
          [cx - radius * 0.68, y(percent)],
          [cx + radius * 0.68, y(percent)],
        ],
        'soft',
        1,
        [3, 3],
      ),
    ),
    write([cx, y(truePercent) - font * 0.4], `${truePercent} %`, { size: font, anchor: 'middle', tone: 'ink' }),
    ...piping({ cx, radius, low, high, width, side, foot, font }),
  ]
}

type Piping = Record<'cx' | 'radius' | 'low' | 'high' | 'width' | 'side' | 'foot' | 'font', number>

/** Steam tap, pot and filled leg to the low side; water tap to the high side; the transmitter under both. */
function piping({ cx, radius, low, high, width, side, foot, font }: Piping): Shape[] {
  return [
    stroke(
      [
        [cx + radius * 0.68, high],
        [side, high],
        [side, foot - font],
        [width * 0.66, foot - font],
      ],
      'brass',
      3.4,
    ),
    {
      kind: 'box',
      x: side - font * 0.7,
      y: high - font * 0.9,
      width: font * 1.4,
      height: font * 1.6,
      tone: 'card',
      outline: 'brass',
      radius: 3,
    },
    write([side + font * 0.9, high + font * 0.2], 'pot', { size: font * 0.92, anchor: 'start' }),
    stroke(
      [
        [cx + radius * 0.68, low],
        [width * 0.52, low],
        [width * 0.52, foot - font],
      ],
      'ink',
      2.2,
    ),
    stroke(
      [
        [width * 0.52, foot - font],
        [width * 0.66, foot - font],
      ],
      'ink',
      2.2,
    ),
    {
      kind: 'box',
      x: width * 0.56,
      y: foot - font * 2.1,
      width: font * 2.2,
      height: font * 2.2,
      tone: 'card',
      outline: 'ink',
      radius: font * 1.1,
    },
    write([width * 0.56 + font * 1.1, foot - font * 0.65], 'LT', { size: font * 0.95, anchor: 'middle', tone: 'ink' }),
  ]
}
