import { formatPlain } from '@/core/format/formatNumber'
import type { VesselSetUp } from '@/core/level/vesselSetUp'
import type { Shape, Tone } from './scene'
import { stroke, write } from './strokes'
import { bottomOf } from './vesselBottom'
import { type Frame, tubeX } from './vesselFrame'

/** The body with what stands in it; open on top where it is. */
export function tank(vessel: VesselSetUp, { y, font, left, right }: Frame, levelM: number): Shape[] {
  const bottom = bottomOf(vessel)
  const highest = 'upperTapM' in vessel ? Math.max(vessel.upperTapM, vessel.levelAt100M) : vessel.levelAt100M
  const [floor, roof] = [y(bottom), y(highest) - font * 1.2]
  const box = (from: number, to: number, tone: Tone): Shape => ({
    kind: 'area',
    tone,
    points: [
      [left, y(from)],
      [right, y(from)],
      [right, y(to)],
      [left, y(to)],
    ],
  })
  const isClosed = 'upperTapM' in vessel
  const surface = Math.max(bottom, levelM)
  const fills =
    vessel.kind === 'interface'
      ? [box(bottom, surface, 'verdigrisInner'), box(surface, vessel.upperTapM, 'verdigrisGround')]
      : [box(bottom, surface, 'verdigrisInner')]
  return [
    {
      kind: 'area',
      tone: 'card',
      points: [
        [left, floor],
        [right, floor],
        [right, roof],
        [left, roof],
      ],
    },
    ...fills,
    stroke(
      [
        [left, y(surface)],
        [right, y(surface)],
      ],
      'verdigris',
      2,
    ),
    stroke(
      [
        [left, roof],
        [left, floor],
        [right, floor],
        [right, roof],
        ...(isClosed ? ([[left, roof]] as [number, number][]) : []),
      ],
      'ink',
      2.4,
    ),
    ...densityWords(vessel, { left, right, font, surface: y(surface), floor, roof, tap: y(vessel.lowerTapM) }),
  ]
}

type Inside = Pick<Frame, 'left' | 'right' | 'font'> & Record<'surface' | 'floor' | 'roof' | 'tap', number>

/** What stands in it, written where there is room. */
function densityWords(vessel: VesselSetUp, { left, right, font, surface, floor, roof, tap }: Inside): Shape[] {
  const isBubbler = vessel.kind === 'bubbler'
  const middle = ((isBubbler ? tubeX({ left, right }) : left) + right) / 2
  // The height of a tube's end is written beside it: over or under that, whichever is the longer part of the tube's way.
  const [top, bottom] = !isBubbler
    ? [surface, floor]
    : tap - surface > floor - tap
      ? [surface, tap - font]
      : [tap, floor]
  const density = (value: number) => `${formatPlain(Number(value.toPrecision(6)))} kg/m³`
  const over = vessel.kind === 'interface' ? density(vessel.lightDensityKgPerM3) : null
  return [
    ...(bottom - top > font * 2.2
      ? [
          write([middle, (bottom + top) / 2 + font * 0.4], density(vessel.densityKgPerM3), {
            size: font,
            anchor: 'middle',
            tone: 'ink',
          }),
        ]
      : []),
    ...(over && surface - roof > font * 2.6
      ? [write([middle, (roof + surface) / 2 + font * 0.4], over, { size: font, anchor: 'middle', tone: 'ink' })]
      : []),
  ]
}

/** The levels of 0 % and 100 %, at the left. */
export function scaleOfLevels({ levelAt0M, levelAt100M }: VesselSetUp, { y, font, left, words }: Frame): Shape[] {
  const x = left - font * 1.5
  const end = (metres: number, percent: string): Shape[] => [
    stroke(
      [
        [x - font * 0.5, y(metres)],
        [left, y(metres)],
      ],
      'soft',
      1.2,
      [3, 3],
    ),
    write([x - font * 0.9, y(metres) - font * 0.15], percent, { size: font, anchor: 'end', tone: 'ink' }),
    write([x - font * 0.9, y(metres) + font * 0.95], words(metres), { size: font * 0.92, anchor: 'end' }),
  ]
  return [
    stroke(
      [
        [x, y(levelAt0M)],
        [x, y(levelAt100M)],
      ],
      'soft',
      1.4,
    ),
    ...end(levelAt0M, '0 %'),
    ...end(levelAt100M, '100 %'),
  ]
}
