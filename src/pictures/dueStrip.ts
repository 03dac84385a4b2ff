import { linearScale } from './axis'
import type { Scene, Shape, Tone } from './scene'
import { widthOf } from './strokes'

/** One job on the strip. `share` is the last as-found error as a share of its limit; null where unknown. */
export type DueMark = {
  readonly id: string
  readonly dueInDays: number
  readonly share: number | null
  readonly isSelected: boolean
}

const FIRST_DAY = -14
const LAST_DAY = 91

/** Between the line and the first bar, between bars, and above the highest one. */
const FOOT = 3
const GAP = 2
const TOP = 8

const tallOf = ({ share }: DueMark) => 8 + Math.min(1.25, share ?? 0.5) * 26

/**
 * The time strip: every job due from two weeks overdue to ninety days ahead as a bar at its day, taller the nearer its
 * last as-found error was to its limit. What is due later stands at the right edge in the words only.
 */
export function dueStrip(marks: readonly DueMark[], width: number): Scene {
  const height = 118
  const base = height - 24
  const x = linearScale([FIRST_DAY, LAST_DAY], [20, width - 14])
  const shown = marks.filter((mark) => mark.dueInDays <= LAST_DAY)
  const stacked = new Map<number, number>()
  const placed = shown.map((mark) => {
    const day = Math.max(FIRST_DAY, mark.dueInDays)
    const below = stacked.get(day) ?? 0
    stacked.set(day, below + tallOf(mark) + GAP)
    return { mark, day, below }
  })
  // Where so many are due on one day that they would grow out of the strip, all bars are drawn smaller alike.
  const scale = Math.min(1, (base - FOOT - TOP) / Math.max(1, ...stacked.values()))
  const bars = placed.map(({ mark, day, below }): Shape => {
    const tall = tallOf(mark) * scale
    const foot = base - FOOT - below * scale
    return {
      kind: 'box',
      x: x(day) - 3,
      y: foot - tall,
      width: 6,
      height: tall,
      radius: 2,
      tone: toneOf(mark),
      ...(mark.isSelected && { outline: 'brass' as const }),
    }
  })
  return { width, height, words: inWords(marks), shapes: [...ground(x, base, width), ...bars] }
}

function ground(x: (day: number) => number, base: number, width: number): Shape[] {
  const label = (day: number, text: string): Shape[] => [
    {
      kind: 'line',
      tone: 'ink',
      weight: 1.2,
      points: [
        [x(day), base],
        [x(day), base + 6],
      ],
    },
    { kind: 'text', x: x(day), y: base + 19, text, tone: 'soft', size: FONT, anchor: 'middle', face: 'text' },
  ]
  return [
    { kind: 'box', x: 8, y: 10, width: x(0) - 8, height: base - 10, tone: 'clayGround' },
    { kind: 'text', x: 15, y: 25, text: 'overdue', tone: 'clay', size: FONT, anchor: 'start', face: 'text' },
    {
      kind: 'text',
      x: width - 14,
      y: 25,
      text: 'taller: last found nearer its limit',
      tone: 'soft',
      size: FONT,
      anchor: 'end',
      face: 'text',
    },
    {
      kind: 'line',
      tone: 'ink',
      weight: 1.6,
      points: [
        [8, base],
        [width - 14, base],
      ],
    },
    {
      kind: 'line',
      tone: 'brass',
      weight: 2,
      points: [
        [x(0), 8],
        [x(0), base],
      ],
    },
    ...DAYS.filter(hasRoom(x)).flatMap(([day, text]) => label(day, text)),
  ]
}

/** Days that are written under the strip. */
const DAYS: readonly (readonly [day: number, text: string])[] = [
  [0, 'today'],
  [7, '1 wk'],
  [14, '2 wk'],
  [30, '30 d'],
  [60, '60 d'],
  [90, '90 d'],
]
const FONT = 12.5

/** On a narrow screen a day that would run into the one written before it is left out. */
function hasRoom(x: (day: number) => number) {
  let end = -Infinity
  return ([day, text]: readonly [number, string]): boolean => {
    const half = widthOf(text, FONT) / 2
    if (x(day) - half < end + FONT / 2) return false
    end = x(day) + half
    return true
  }
}

function toneOf({ dueInDays, share }: DueMark): Tone {
  if (dueInDays < 0) return 'clay'
  return share !== null && share > 0.5 ? 'ochre' : 'verdigris'
}

function inWords(marks: readonly DueMark[]): string {
  const count = (low: number, high: number) =>
    marks.filter((mark) => mark.dueInDays >= low && mark.dueInDays <= high).length
  return `Due dates: ${count(-Infinity, -1)} overdue, ${count(0, 7)} within a week, ${count(8, 30)} more within 30 days, ${count(31, 90)} more within 90 days.`
}
