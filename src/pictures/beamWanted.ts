import { formatPlain } from '@/core/format/formatNumber'
import { type Frame, inside, LEVEL, label, line, type RangeDeskBeamData } from './beamParts'
import type { Shape } from './scene'
import { widthOf } from './strokes'

/** Where the upper end lies for each link position, for the wanted zero. */
export function linkStrip({ links, wanted, neededLink, presentLink }: RangeDeskBeamData, frame: Frame): Shape[] {
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

/** The range it has now, dashed over the beam; nothing where that is the wanted one. */
export function presentBracket({ present, wanted }: RangeDeskBeamData, frame: Frame): Shape[] {
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

/** A bracket of the smallest span, from the lower end of what is wanted. */
export function smallestSpan({ minSpan, wanted, present }: RangeDeskBeamData, frame: Frame): Shape[] {
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

/** The wanted range on the beam, marked where it does not fit. */
export function wantedBox({ wanted }: RangeDeskBeamData, frame: Frame): Shape[] {
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
