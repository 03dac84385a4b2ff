import { formatPlain } from '@/core/format/formatNumber'
import { niceTicks } from './axis'
import { besideLine, type Frame, LEVEL, label, line, type RangeDeskBeamData } from './beamParts'
import type { Shape } from './scene'
import { widthOf } from './strokes'

/** The sensor from limit to limit, with a stop at either end. */
export function beamLine({ lrl, url }: RangeDeskBeamData, { x, font }: Frame): Shape[] {
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

/** Numbers along the beam; those of its ends stand out. */
export function ticks({ lrl, url, unitLabel }: RangeDeskBeamData, { x, font, low, high, width }: Frame): Shape[] {
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

/** How far the chosen reference reaches. */
export function referenceLine({ reference }: RangeDeskBeamData, frame: Frame): Shape[] {
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
export function hostLine({ wanted, host }: RangeDeskBeamData, frame: Frame): Shape[] {
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
