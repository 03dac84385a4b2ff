import { formatPlain } from '@/core/format/formatNumber'
import type { LinkBand } from '@/core/range/sensorBody'
import { linearScale, niceTicks } from './axis'
import type { Scene, Shape, Tone } from './scene'
import { widthOf } from './strokes'

type Ends = { readonly lrv: number; readonly urv: number }

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

type Frame = { x: (value: number) => number; font: number; width: number; low: number; high: number }

/** Height of the picture for a size of type. */
export const rangeDeskBeamHeight = (font: number): number => font * 15

/**
 * The range beam at full size: limits, present and wanted range, smallest span, the span each link position serves, the
 * reference's reach, and what the host shows at both ends. Drawn to proportion; a range beyond the limits is drawn there.
 */
export function rangeDeskBeam(
  data: RangeDeskBeamData,
  { width, fontSize }: { width: number; fontSize: number },
): Scene {
  const ends = data.wanted ? [data.wanted.lrv, data.wanted.urv] : []
  const low = Math.min(data.lrl, ...ends)
  const high = Math.max(data.url, ...ends)
  const margin = fontSize * 3.2
  const x = linearScale([low, high], [margin, width - margin])
  const frame = { x, font: fontSize, width, low, high }
  return {
    width,
    height: rangeDeskBeamHeight(fontSize),
    words: inWords(data),
    shapes: [
      ...linkStrip(data, frame),
      ...presentBracket(data, frame),
      ...beamLine(data, frame),
      ...smallestSpan(data, frame),
      ...wantedBox(data, frame),
      ...ticks(data, frame),
      ...referenceLine(data, frame),
      ...hostLine(data, frame),
    ],
  }
}

const LEVEL = { links: 0.4, present: 3.7, beam: 6, ticks: 8.7, reference: 10.9, host: 12.7 } as const

const line = (points: [number, number][], tone: Tone, weight: number, dash?: readonly number[]): Shape => ({
  kind: 'line',
  points,
  tone,
  weight,
  ...(dash && { dash }),
})

const label = (
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
const inside = (x: number, text: string, { font, width }: Frame) => {
  const half = widthOf(text, font) / 2
  return Math.min(width - half, Math.max(half, x))
}

/** Names a level line: left of it, or right of it, or over it, wherever there is room. */
function besideLine(
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

/** Where the upper end lies for each link position, for the wanted zero. */
function linkStrip({ links, wanted, neededLink, presentLink }: RangeDeskBeamData, frame: Frame): Shape[] {
  if (links.length === 0 || !wanted) return []
  const { x, font, low, high } = frame
  const top = font * LEVEL.links
  const sign = wanted.urv >= wanted.lrv ? 1 : -1
  const upperEnd = (span: number) => x(Math.max(low, Math.min(wanted.lrv + sign * span, high)))
  const boxes = links.flatMap(({ name, minSpan, maxSpan }): Shape[] => {
    const ends = [upperEnd(minSpan), upperEnd(maxSpan)]
    const left = Math.min(...ends)
    const right = Math.max(...ends)
    if (right - left < 2) return []
    const isNeeded = name === neededLink
    const words = `${name}${name === presentLink ? ' (now)' : ''}`
    return [
      {
        kind: 'box',
        x: left,
        y: top,
        width: right - left,
        height: font * 1.5,
        tone: isNeeded ? 'verdigrisInner' : 'card',
        outline: isNeeded ? 'verdigris' : 'soft',
        radius: 1,
      },
      ...(widthOf(words, font) < right - left
        ? [
            label({ x: (left + right) / 2, y: top + font * 1.1 }, words, font, {
              tone: 'ink',
              face: 'text',
              isBold: isNeeded,
            }),
          ]
        : []),
    ]
  })
  const start = Math.min(...links.flatMap(({ minSpan, maxSpan }) => [upperEnd(minSpan), upperEnd(maxSpan)]))
  const words = `upper end by link, zero at ${formatPlain(wanted.lrv)}`
  const isRoom = start - font > widthOf(words, font)
  return [
    ...boxes,
    ...(isRoom
      ? [label({ x: start - font * 0.6, y: top + font * 1.1 }, words, font, { anchor: 'end', face: 'text' })]
      : []),
  ]
}

function presentBracket({ present, wanted }: RangeDeskBeamData, frame: Frame): Shape[] {
  const { x, font } = frame
  if (wanted && wanted.lrv === present.lrv && wanted.urv === present.urv) return []
  const top = font * LEVEL.present
  const foot = font * (LEVEL.beam - 0.9)
  const [left, right] = [x(Math.min(present.lrv, present.urv)), x(Math.max(present.lrv, present.urv))]
  const words = `now ${formatPlain(present.lrv)} … ${formatPlain(present.urv)}`
  return [
    line(
      [
        [left, foot],
        [left, top],
        [right, top],
        [right, foot],
      ],
      'soft',
      1.3,
      [4, 3],
    ),
    label({ x: inside((left + right) / 2, words, frame), y: top - font * 0.4 }, words, font, { face: 'text' }),
  ]
}

function beamLine({ lrl, url }: RangeDeskBeamData, { x, font }: Frame): Shape[] {
  const y = font * LEVEL.beam
  const stop = (value: number) =>
    line(
      [
        [x(value), y - font * 0.9],
        [x(value), y + font * 0.9],
      ],
      'soft',
      2.5,
    )
  return [
    line(
      [
        [x(lrl), y],
        [x(url), y],
      ],
      'soft',
      Math.max(2, font * 0.32),
    ),
    stop(lrl),
    stop(url),
  ]
}

/** A bracket of the smallest span, from the lower end of what is wanted. */
function smallestSpan({ minSpan, wanted, present }: RangeDeskBeamData, frame: Frame): Shape[] {
  const { x, font, high } = frame
  const range = wanted ?? present
  const start = Math.min(range.lrv, range.urv)
  const y = font * (LEVEL.beam + 1.25)
  const [left, right] = [x(start), x(Math.min(high, start + minSpan))]
  const words = `smallest span ${formatPlain(minSpan)}`
  const isLeft = right + widthOf(words, font) + font > frame.width
  return [
    line(
      [
        [left, y - font * 0.35],
        [left, y],
        [right, y],
        [right, y - font * 0.35],
      ],
      'ink',
      1.2,
    ),
    label({ x: isLeft ? left - font * 0.5 : right + font * 0.5, y: y + font * 0.32 }, words, font * 0.92, {
      anchor: isLeft ? 'end' : 'start',
      face: 'text',
    }),
  ]
}

function wantedBox({ wanted }: RangeDeskBeamData, frame: Frame): Shape[] {
  if (!wanted) return []
  const { x, font } = frame
  const y = font * LEVEL.beam
  const [left, right] = [x(Math.min(wanted.lrv, wanted.urv)), x(Math.max(wanted.lrv, wanted.urv))]
  const words = `${formatPlain(wanted.lrv)} … ${formatPlain(wanted.urv)}`
  const isRoom = right - left > widthOf(words, font) + font
  return [
    {
      kind: 'box',
      x: left,
      y: y - font * 0.85,
      width: Math.max(3, right - left),
      height: font * 1.7,
      tone: wanted.fits ? 'graphite' : 'clayGround',
      outline: wanted.fits ? 'ink' : 'clay',
      radius: 2,
    },
    ...(wanted.fits
      ? []
      : [
          {
            kind: 'mark' as const,
            x: left + font * 0.9,
            y,
            mark: 'outside' as const,
            tone: 'clay' as const,
            size: font,
            isFilled: true,
          },
        ]),
    ...(isRoom
      ? [
          label({ x: (left + right) / 2, y: y + font * 0.36 }, words, font, {
            tone: wanted.fits ? 'onGraphite' : 'ink',
          }),
        ]
      : []),
  ]
}

function ticks({ lrl, url, unitLabel }: RangeDeskBeamData, { x, font, low, high, width }: Frame): Shape[] {
  const y = font * LEVEL.ticks
  const free = niceTicks(low, high, Math.max(4, Math.round(width / 110))).filter((value) =>
    [lrl, url].every((end) => Math.abs(x(value) - x(end)) > font * 4.4),
  )
  const end = (value: number, anchor: 'start' | 'end', text: string) =>
    label({ x: anchor === 'start' ? x(value) - font * 1.2 : x(value) + font * 1.2, y: y + font * 0.4 }, text, font, {
      tone: 'ink',
      anchor,
      isBold: true,
    })
  return [
    ...free.map((value) => label({ x: x(value), y: y + font * 0.4 }, formatPlain(value), font)),
    end(lrl, 'start', formatPlain(lrl)),
    end(url, 'end', `${formatPlain(url)} ${unitLabel}`),
  ]
}

function referenceLine({ reference }: RangeDeskBeamData, frame: Frame): Shape[] {
  if (!reference) return []
  const { x, font, low, high } = frame
  const y = font * LEVEL.reference
  const [left, right] = [x(Math.max(reference.low, low)), x(Math.min(reference.high, high))]
  if (right <= left) return []
  return [
    line(
      [
        [left, y],
        [right, y],
      ],
      'brass',
      3,
    ),
    besideLine({ left, right, y }, reference.label, 'brass', frame),
  ]
}

/** What the host shows under the two ends of the wanted range. */
function hostLine({ wanted, host }: RangeDeskBeamData, frame: Frame): Shape[] {
  if (!wanted || !host) return []
  const { x, font, width } = frame
  const y = font * LEVEL.host
  const isReverse = wanted.urv < wanted.lrv
  const [left, right] = [x(Math.min(wanted.lrv, wanted.urv)), x(Math.max(wanted.lrv, wanted.urv))]
  const [leftText, rightText] = isReverse ? [host.upper, host.lower] : [host.lower, host.upper]
  const isWide = right - left > widthOf(leftText + rightText, font) + font * 2
  return [
    line(
      [
        [left, y],
        [right, y],
      ],
      'verdigris',
      3,
    ),
    besideLine({ left, right, y }, 'host shows', 'verdigris', frame),
    ...(isWide
      ? [
          label({ x: left, y: y + font * 1.6 }, leftText, font, { tone: 'verdigris', anchor: 'start' }),
          label({ x: right, y: y + font * 1.6 }, rightText, font, { tone: 'verdigris', anchor: 'end' }),
        ]
      : [
          label(
            { x: Math.min(left, width - widthOf(`${leftText} … ${rightText}`, font)), y: y + font * 1.6 },
            `${leftText} … ${rightText}`,
            font,
            { tone: 'verdigris', anchor: 'start' },
          ),
        ]),
  ]
}

function inWords({
  lrl,
  url,
  unitLabel,
  minSpan,
  present,
  wanted,
  host,
  reference,
  neededLink,
}: RangeDeskBeamData): string {
  const ends = ({ lrv, urv }: Ends) => `${formatPlain(lrv)} to ${formatPlain(urv)}`
  return [
    `Sensor ${formatPlain(lrl)} to ${formatPlain(url)} ${unitLabel}, smallest span ${formatPlain(minSpan)}.`,
    `Now ${ends(present)}.`,
    wanted ? `Wanted ${ends(wanted)}: ${wanted.fits ? 'fits' : 'does not fit as it is'}.` : 'Nothing is wanted yet.',
    neededLink ? `Link position ${neededLink}.` : '',
    host ? `Host shows ${host.lower} to ${host.upper}.` : '',
    reference ? `${reference.label}: ${formatPlain(reference.low)} to ${formatPlain(reference.high)}.` : '',
  ]
    .filter((words) => words !== '')
    .join(' ')
}
