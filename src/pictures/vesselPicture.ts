import { formatPlain } from '@/core/format/formatNumber'
import { levelAtPercentM } from '@/core/level/levelRange'
import type { VesselSetUp } from '@/core/level/vesselSetUp'
import type { Scene, Shape, Tone } from './scene'
import { stroke, write } from './strokes'

/** A height that can be dragged. */
export type VesselHandle = {
  /** Field of the vessel as it is typed. */
  readonly field: 'lowerTap' | 'upperTap' | 'sensor' | 'levelAt0' | 'levelAt100'
  readonly label: string
  readonly x: number
  readonly y: number
  readonly metres: number
}

/** A vessel drawn to scale, with what can be dragged and what a height on the picture stands for. */
export type VesselPicture = {
  readonly scene: Scene
  readonly handles: readonly VesselHandle[]
  readonly metresAt: (y: number) => number
}

/** Heights that the picture spans, m. */
export type HeightSpan = { readonly low: number; readonly high: number }

type Size = { readonly width: number; readonly height: number; readonly fontSize: number }

/** What of a vessel lies lowest and highest, with some room. */
export function heightSpan(vessel: VesselSetUp): HeightSpan {
  const heights = [vessel.lowerTapM, vessel.sensorM, vessel.levelAt0M, vessel.levelAt100M, bottomOf(vessel)]
  if ('upperTapM' in vessel) heights.push(vessel.upperTapM)
  const [low, high] = [Math.min(...heights), Math.max(...heights)]
  const room = Math.max(1e-6, high - low) * 0.09
  return { low: low - room, high: high + room }
}

/** The bottom: heights count from it, but a tank on a standpipe begins at its tap. */
const bottomOf = (vessel: VesselSetUp) =>
  vessel.kind === 'standpipe' ? vessel.lowerTapM : Math.min(0, vessel.lowerTapM)

/**
 * A vessel with its taps, legs and instrument, heights to scale.
 *
 * @param levelPercent where the level is drawn, % between the levels of 0 % and 100 %
 * @param unit what heights are labelled in
 */
export function vesselPicture(
  vessel: VesselSetUp,
  { levelPercent, span, unit }: { levelPercent: number; span: HeightSpan; unit: { label: string; perMetre: number } },
  size: Size,
): VesselPicture {
  const { width, height, fontSize } = size
  const top = fontSize * 1.4
  const y = (metres: number) => top + ((span.high - metres) / (span.high - span.low)) * (height - 2 * top)
  const metresAt = (at: number) => span.high - ((at - top) / (height - 2 * top)) * (span.high - span.low)
  const frame: Frame = {
    y,
    font: fontSize,
    left: width * 0.29,
    right: width * 0.6,
    low: width * 0.9,
    high: width * 0.74,
    width,
    words: (metres) => `${formatPlain(Number((metres * unit.perMetre).toPrecision(5)))} ${unit.label}`,
  }
  const level = levelAtPercentM(vessel, levelPercent)
  return {
    scene: {
      width,
      height,
      words: inWords(vessel, frame, levelPercent),
      shapes: [
        ...tank(vessel, frame, level),
        ...scaleOfLevels(vessel, frame),
        ...lines(vessel, frame),
        ...instrument(vessel, frame),
      ],
    },
    handles: handlesOf(vessel, frame),
    metresAt,
  }
}

type Frame = {
  readonly y: (metres: number) => number
  readonly font: number
  readonly left: number
  readonly right: number
  /** Where the lines of the two sides run. */
  readonly high: number
  readonly low: number
  readonly width: number
  readonly words: (metres: number) => string
}

/** What the vessel is joined to the instrument by: shortly in the picture, and in words. */
const JOINTS: Record<VesselSetUp['kind'], { readonly short: string; readonly lower: string }> = {
  open: { short: 'tap', lower: 'Lower tap' },
  standpipe: { short: 'outlet', lower: 'Outlet of the tank' },
  bubbler: { short: 'end', lower: 'End of the tube' },
  'dry-leg': { short: 'tap', lower: 'Lower tap' },
  'wet-leg': { short: 'tap', lower: 'Lower tap' },
  'remote-seals': { short: 'seal', lower: 'Lower seal' },
  interface: { short: 'tap', lower: 'Lower tap' },
}

/** A bubbler's tube hangs near the left wall, so that words have room beside it. */
const tubeX = ({ left, right }: Pick<Frame, 'left' | 'right'>) => left + 0.2 * (right - left)

/** The body with what stands in it; open on top where it is. */
function tank(vessel: VesselSetUp, { y, font, left, right }: Frame, levelM: number): Shape[] {
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
function scaleOfLevels({ levelAt0M, levelAt100M }: VesselSetUp, { y, font, left, words }: Frame): Shape[] {
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

/** Lines from the taps to both sides of the instrument: full ones in ink, filled legs in brass, capillaries dashed. */
function lines(vessel: VesselSetUp, frame: Frame): Shape[] {
  const { y, font, right, high, low, words } = frame
  const at = y(vessel.sensorM)
  const tap = y(vessel.lowerTapM)
  // On the side of the tap where the instrument is not.
  const side = (metres: number) => (vessel.sensorM > metres ? font * 1.15 : -font * 0.45)
  const labelY = (metres: number) => y(metres) + side(metres)
  const label = (metres: number, x: number, name: string): Shape[] => [
    write([x, labelY(metres)], `${name} ${words(metres)}`, { size: font * 0.92, anchor: 'start' }),
  ]
  if (vessel.kind === 'bubbler') {
    const tube = tubeX(frame)
    const roof = y(vessel.levelAt100M) - font * 2.2
    return [
      stroke(
        [
          [tube, tap],
          [tube, roof],
          [high, roof],
          [high, at],
        ],
        'brass',
        2.2,
      ),
      write([tube + font * 0.5, tap - font * 0.3], `${JOINTS.bubbler.short} ${words(vessel.lowerTapM)}`, {
        size: font * 0.92,
        anchor: 'start',
      }),
    ]
  }
  const isSealed = vessel.kind === 'remote-seals'
  const lineTone = 'lineDensityKgPerM3' in vessel && vessel.lineDensityKgPerM3 !== null ? 'brass' : 'ink'
  const highSide: Shape[] = [
    stroke(
      [
        [right, tap],
        [high, tap],
        [high, at],
      ],
      isSealed ? 'brass' : lineTone,
      2.2,
      isSealed ? [5, 4] : undefined,
    ),
    ...(isSealed ? [seal(right, tap, font)] : []),
    ...label(vessel.lowerTapM, right + font * 0.5, JOINTS[vessel.kind].short),
  ]
  if (!('upperTapM' in vessel)) return highSide
  const upper = y(vessel.upperTapM)
  const isFilled = vessel.kind === 'wet-leg' || vessel.kind === 'interface'
  return [
    ...highSide,
    stroke(
      [
        [right, upper],
        [low, upper],
        [low, at],
      ],
      isFilled || isSealed ? 'brass' : 'soft',
      isFilled ? 3.4 : 2.2,
      isSealed ? [5, 4] : undefined,
    ),
    ...(isSealed ? [seal(right, upper, font)] : []),
    ...label(vessel.upperTapM, right + font * 0.5, JOINTS[vessel.kind].short),
    ...legWords(vessel, frame, clearOf([upper, at], [vessel.lowerTapM, vessel.upperTapM].map(labelY), font)),
  ]
}

const seal = (x: number, y: number, font: number): Shape => ({
  kind: 'box',
  x,
  y: y - font * 0.7,
  width: font * 0.5,
  height: font * 1.4,
  tone: 'brass',
  radius: 1,
})

/** The middle of a leg, or a little over or under it where other words stand. */
function clearOf([from, to]: readonly [number, number], taken: readonly number[], font: number): number {
  const middle = (from + to) / 2
  const isClear = (at: number) => taken.every((other) => Math.abs(at - other) > font * 1.2)
  return [0, -1.5, 1.5, -3, 3].map((step) => middle + step * font).find(isClear) ?? middle
}

function legWords(vessel: VesselSetUp, { low, font }: Frame, y: number): Shape[] {
  const words =
    vessel.kind === 'dry-leg'
      ? 'dry leg'
      : vessel.kind === 'remote-seals'
        ? `${formatPlain(Number(vessel.lowFillDensityKgPerM3.toPrecision(6)))} kg/m³`
        : 'legDensityKgPerM3' in vessel
          ? `${formatPlain(Number(vessel.legDensityKgPerM3.toPrecision(6)))} kg/m³`
          : ''
  return words === '' ? [] : [write([low - font * 0.5, y], words, { size: font * 0.92, anchor: 'end', tone: 'brass' })]
}

/** The instrument: a circle between its two sides, as drawings show it (ISO 14617 family of symbols). */
function instrument(vessel: VesselSetUp, { y, font, high, low, words }: Frame): Shape[] {
  const hasLow = 'upperTapM' in vessel
  const x = hasLow ? (high + low) / 2 : high
  const at = y(vessel.sensorM)
  const radius = font * 1.15
  return [
    ...(hasLow
      ? [
          stroke(
            [
              [high, at],
              [low, at],
            ],
            'ink',
            2.2,
          ),
        ]
      : []),
    {
      kind: 'box',
      x: x - radius,
      y: at - radius,
      width: radius * 2,
      height: radius * 2,
      tone: 'card',
      outline: 'ink',
      radius,
    },
    write([x, at + font * 0.35], 'LT', { size: font * 0.95, anchor: 'middle', tone: 'ink' }),
    hasLow
      ? write([x, at + radius + font], words(vessel.sensorM), { size: font * 0.92, anchor: 'middle' })
      : write([x + radius + font * 0.5, at + font * 0.35], words(vessel.sensorM), {
          size: font * 0.92,
          anchor: 'start',
        }),
  ]
}

function handlesOf(vessel: VesselSetUp, { y, left, right, high, low, font }: Frame): VesselHandle[] {
  const hasLow = 'upperTapM' in vessel
  const scaleX = left - font * 1.5
  return [
    { field: 'levelAt0', label: 'Level at 0 %', x: scaleX, y: y(vessel.levelAt0M), metres: vessel.levelAt0M },
    { field: 'levelAt100', label: 'Level at 100 %', x: scaleX, y: y(vessel.levelAt100M), metres: vessel.levelAt100M },
    {
      field: 'lowerTap',
      label: JOINTS[vessel.kind].lower,
      x: vessel.kind === 'bubbler' ? tubeX({ left, right }) : right,
      y: y(vessel.lowerTapM),
      metres: vessel.lowerTapM,
    },
    ...(hasLow
      ? [
          {
            field: 'upperTap' as const,
            label: `Upper ${JOINTS[vessel.kind].short}`,
            x: right,
            y: y(vessel.upperTapM),
            metres: vessel.upperTapM,
          },
        ]
      : []),
    {
      field: 'sensor',
      label: 'Instrument',
      x: hasLow ? (high + low) / 2 : high,
      y: y(vessel.sensorM),
      metres: vessel.sensorM,
    },
  ]
}

function inWords(vessel: VesselSetUp, { words }: Frame, levelPercent: number): string {
  const { short, lower } = JOINTS[vessel.kind]
  const upper = 'upperTapM' in vessel ? ` Upper ${short} at ${words(vessel.upperTapM)}.` : ''
  return `Vessel to scale: ${lower.toLowerCase()} at ${words(vessel.lowerTapM)}.${upper} Instrument at ${words(vessel.sensorM)}. 0 % at ${words(vessel.levelAt0M)}, 100 % at ${words(vessel.levelAt100M)}; drawn at ${formatPlain(Number(levelPercent.toFixed(1)))} %.`
}
