import { formatFixed } from '@/core/format/formatNumber'
import type { Scene, Shape } from './scene'
import { stroke, write } from './strokes'

/** What the picture of a drum shows, % of the distance of the taps. */
export type DrumPictureData = {
  readonly truePercent: number
  readonly coldShowsPercent: number
  /** What a cold-calibrated instrument shows at a true 0 % and 100 %. */
  readonly ends: readonly [number, number]
}

/**
 * A drum seen from its end with pot and reference leg, and beside it the shown level over the true one: the straight line
 * that would be right, and the one a cold-calibrated instrument follows.
 */
export function drumPicture(
  { truePercent, coldShowsPercent, ends }: DrumPictureData,
  { width, height, fontSize: font }: { width: number; height: number; fontSize: number },
): Scene {
  const split = width * 0.5
  return {
    width,
    height,
    words: `Drum at a true level of ${truePercent} %; calibrated cold, the instrument shows ${formatFixed(coldShowsPercent, 1)} %. At a true 0 % it shows ${formatFixed(ends[0], 1)} %, at 100 % ${formatFixed(ends[1], 1)} %.`,
    shapes: [
      ...drum(truePercent, { width: split, height, font }),
      ...plot({ truePercent, coldShowsPercent, ends }, { left: split + font * 3.4, right: width - font, height, font }),
    ],
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
    // Steam tap, pot and filled leg to the low side; water tap to the high side.
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
    write([cx, y(truePercent) - font * 0.4], `${truePercent} %`, { size: font, anchor: 'middle', tone: 'ink' }),
  ]
}

type PlotFrame = { left: number; right: number; height: number; font: number }

function plot(
  { truePercent, coldShowsPercent, ends }: DrumPictureData,
  { left, right, height, font }: PlotFrame,
): Shape[] {
  const [top, foot] = [font * 1.6, height - font * 3.4]
  const [low, high] = [Math.min(0, ...ends), Math.max(100, ...ends)]
  const x = (percent: number) => left + (percent / 100) * (right - left)
  const y = (percent: number) => foot - ((percent - low) / (high - low)) * (foot - top)
  return [
    { kind: 'box', x: left, y: top, width: right - left, height: foot - top, tone: 'card', outline: 'rule' },
    ...[0, 50, 100].flatMap((percent) => [
      write([x(percent), foot + font * 1.3], `${percent}`, { size: font * 0.92, anchor: 'middle' }),
      write([left - font * 0.4, y(percent) + font * 0.35], `${percent}`, { size: font * 0.92, anchor: 'end' }),
      stroke(
        [
          [left, y(percent)],
          [right, y(percent)],
        ],
        'rule',
        1,
      ),
    ]),
    write([(left + right) / 2, foot + font * 2.7], 'true level, %', { size: font * 0.92, anchor: 'middle' }),
    write([left, top - font * 0.5], 'shown, %', { size: font * 0.92, anchor: 'start' }),
    stroke(
      [
        [x(0), y(0)],
        [x(100), y(100)],
      ],
      'soft',
      1.6,
      [5, 4],
    ),
    stroke(
      [
        [x(0), y(ends[0])],
        [x(100), y(ends[1])],
      ],
      'brass',
      2.6,
    ),
    stroke(
      [
        [x(truePercent), y(truePercent)],
        [x(truePercent), y(coldShowsPercent)],
      ],
      'clay',
      2,
    ),
    {
      kind: 'mark',
      x: x(truePercent),
      y: y(coldShowsPercent),
      mark: 'inside',
      tone: 'brass',
      size: font,
      isFilled: true,
    },
    { kind: 'mark', x: x(truePercent), y: y(truePercent), mark: 'look', tone: 'soft', size: font, isFilled: false },
  ]
}
