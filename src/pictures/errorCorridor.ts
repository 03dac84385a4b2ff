import type { PointVerdict } from '@/core/error/verdict'
import { formatFixed, formatPlain, formatSigned } from '@/core/format/formatNumber'
import { ERROR_BASIS_WORDS } from '@/core/run/judge/errorBasis'
import { inputAtPercent } from '@/core/transfer/linearTransfer'
import { niceTicks } from './axis'
import {
  type CorridorData,
  type CorridorSeries,
  cursorError,
  type Frame,
  frameOf,
  limits,
  type Size,
  shownError,
  within,
} from './corridorGeometry'
import { guardBand } from './corridorGuardBand'
import type { Scene, Shape, Tone } from './scene'

const VERDICT_TONE: Record<PointVerdict, Tone> = {
  inside: 'verdigris',
  'inside-look': 'ochre',
  'not-accepted': 'ochre',
  'not-stated': 'ochre',
  outside: 'clay',
}

/**
 * The error corridor: error in % of span over applied input, the limit as a corridor, the adjust limit as an inner one,
 * rising points ▲ and falling points ▼ joined, as found hollow, as left filled, earlier calibrations faint. Over several
 * decades: % of reading, over a logarithmic input.
 */
export function errorCorridor(data: CorridorData, size: Size): Scene {
  const frame = frameOf(data, size)
  return {
    width: size.width,
    height: size.height,
    words: corridorInWords(data),
    shapes: [
      ...ground(data, frame),
      ...guardBand(data, frame),
      ...axes(data, frame, size),
      ...cursorLine(data, frame),
      ...data.series.flatMap((series) => curve(data, series, { frame, fontSize: size.fontSize })),
      ...cursorMark(data, frame, size),
    ],
  }
}

type Drawing = { readonly frame: Frame; readonly fontSize: number }

function ground(data: CorridorData, frame: Frame): Shape[] {
  const samples = limits(data, frame.low, frame.high)
  const band = (pick: (sample: (typeof samples)[number]) => number, tone: Tone): Shape => ({
    kind: 'area',
    tone,
    points: [
      ...samples.map((s) => [frame.x(s.percent), within(frame, frame.y(pick(s)))] as const),
      ...samples.toReversed().map((s) => [frame.x(s.percent), within(frame, frame.y(-pick(s)))] as const),
    ],
  })
  const edge = (sign: number): Shape => ({
    kind: 'line',
    tone: 'ink',
    weight: 1.6,
    points: samples.map((s) => [frame.x(s.percent), within(frame, frame.y(sign * s.limit))] as const),
  })
  const { left, right, top, bottom } = frame
  return [
    { kind: 'box', x: left, y: top, width: right - left, height: bottom - top, tone: 'card', outline: 'rule' },
    band((s) => s.limit, 'verdigrisGround'),
    ...(data.basis.adjustLimit === null ? [] : [band((s) => s.adjust ?? 0, 'verdigrisInner')]),
    edge(1),
    edge(-1),
    {
      kind: 'line',
      tone: 'soft',
      weight: 1.2,
      dash: [1.5, 4],
      points: [
        [left, frame.y(0)],
        [right, frame.y(0)],
      ],
    },
  ]
}

function axes(data: CorridorData, frame: Frame, { fontSize: size }: Size): Shape[] {
  const number = (x: number, y: number, text: string, anchor: 'start' | 'middle' | 'end'): Shape => ({
    kind: 'text',
    x,
    y,
    text,
    tone: 'soft',
    size,
    anchor,
    face: 'number',
  })
  const label = (x: number, y: number, text: string, anchor: 'start' | 'end'): Shape => ({
    kind: 'text',
    x,
    y,
    text,
    tone: 'soft',
    size,
    anchor,
    face: 'text',
  })
  const ticks = niceTicks(-frame.reach, frame.reach, 8)
  const decimals = Math.max(0, ...ticks.map((tick) => String(Math.abs(tick)).split('.')[1]?.length ?? 0))
  const end = limits(data, frame.high, frame.high).at(-1)
  const isRoomForBoth = end?.adjust != null && frame.y(end.adjust) - frame.y(end.limit) > size * 1.2
  return [
    ...ticks.map((tick) =>
      number(
        frame.left - size * 0.95,
        frame.y(tick) + size * 0.36,
        tick === 0 ? '0' : formatSigned(tick, decimals),
        'end',
      ),
    ),
    ...spacedTicks(data, frame, size * 3.4).flatMap((percent): Shape[] => [
      {
        kind: 'line',
        tone: 'soft',
        weight: 1,
        points: [
          [frame.x(percent), frame.bottom],
          [frame.x(percent), frame.bottom + size * 0.4],
        ],
      },
      number(
        frame.x(percent),
        frame.bottom + size * 1.5,
        formatPlain(Number(inputAtPercent(percent, data.basis.range).toPrecision(5))),
        'middle',
      ),
    ]),
    label(frame.left, frame.top - size * 0.6, `error, ${ERROR_BASIS_WORDS[data.errorBasis ?? 'span']}`, 'start'),
    label(frame.right, frame.bottom + size * 2.8, `applied, ${data.unitLabel}`, 'end'),
    ...(end ? [label(frame.right + size * 0.9, frame.y(end.limit) + size * 0.35, 'limit', 'start')] : []),
    ...(end && isRoomForBoth
      ? [label(frame.right + size * 0.9, frame.y(end.adjust ?? 0) + size * 0.35, 'adjust', 'start')]
      : []),
  ]
}

/** Test points far enough apart for their numbers not to touch. */
function spacedTicks({ testPoints }: CorridorData, frame: Frame, apart: number): number[] {
  const kept: number[] = []
  for (const percent of testPoints.toSorted((a, b) => a - b)) {
    const last = kept.at(-1)
    if (last === undefined || frame.x(percent) - frame.x(last) >= apart) kept.push(percent)
  }
  return kept
}

function curve(data: CorridorData, { style, points, label }: CorridorSeries, { frame, fontSize }: Drawing): Shape[] {
  if (points.length === 0) return []
  const at = points.map((p) => [frame.x(p.appliedPercent), within(frame, frame.y(shownError(data, p)))] as const)
  if (style === 'earlier') {
    const [x, y] = at.at(-1) ?? [0, 0]
    const rising = points.findLastIndex((p) => p.direction === 'rising')
    const [textX, textY] = at[rising] ?? [x, y]
    return [
      { kind: 'line', tone: 'soft', weight: 1, dash: [4, 3], points: at },
      {
        kind: 'text',
        x: textX - fontSize * 0.4,
        y: textY - fontSize * 0.6,
        text: label,
        tone: 'soft',
        size: fontSize * 0.92,
        anchor: 'end',
        face: 'text',
      },
    ]
  }
  return [
    { kind: 'line', tone: 'ink', weight: style === 'as-left' ? 2 : 1.6, points: at },
    ...points.map(
      (p, index): Shape => ({
        kind: 'mark',
        x: at[index]?.[0] ?? 0,
        y: at[index]?.[1] ?? 0,
        mark: p.direction === 'rising' ? 'up' : 'down',
        tone: VERDICT_TONE[p.verdict],
        size: fontSize * 1.05,
        isFilled: style === 'as-left',
      }),
    ),
  ]
}

function cursorLine({ cursor }: CorridorData, frame: Frame): Shape[] {
  if (!cursor) return []
  const x = frame.x(cursor.percent)
  return [
    {
      kind: 'line',
      tone: 'brass',
      weight: 1,
      points: [
        [x, frame.top],
        [x, frame.bottom],
      ],
    },
  ]
}

function cursorMark(data: CorridorData, frame: Frame, { fontSize }: Size): Shape[] {
  const error = cursorError(data)
  const { cursor } = data
  if (!cursor || error === null) return []
  const y = within(frame, frame.y(error))
  return [
    {
      kind: 'mark',
      x: frame.x(cursor.percent),
      y,
      mark: cursor.direction === 'rising' ? 'up' : 'down',
      tone: 'brass',
      size: fontSize * 1.3,
      isFilled: false,
    },
  ]
}

/** The corridor for someone who cannot see it. */
function corridorInWords(data: CorridorData): string {
  const { series, unitLabel, basis, errorBasis = 'span' } = data
  const read = series.filter((s) => s.style !== 'earlier' && s.points.length > 0)
  if (read.length === 0) return `Error corridor, empty: no readings yet. Applied input in ${unitLabel}.`
  const sentences = read.map(({ label, points }) => {
    const worst = points.reduce((a, b) => (Math.abs(shownError(data, b)) > Math.abs(shownError(data, a)) ? b : a))
    const outside = points.filter((p) => p.verdict === 'outside').length
    const at = formatPlain(Number(inputAtPercent(worst.appliedPercent, basis.range).toPrecision(4)))
    return `${label}: ${points.length} points, largest error ${formatSigned(shownError(data, worst), 3)} ${ERROR_BASIS_WORDS[errorBasis]} at ${at} ${unitLabel}, ${formatFixed(outside, 0)} outside the limit`
  })
  return `Error corridor. ${sentences.join('. ')}.`
}
