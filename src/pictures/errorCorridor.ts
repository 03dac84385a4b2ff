import type { JudgedPoint, JudgingBasis } from '@/core/analysis/judgedPoint'
import { limitPercentSpan } from '@/core/error/errorLimit'
import { type InputLimits, outputExpectations } from '@/core/error/transferLimit'
import type { PointVerdict } from '@/core/error/verdict'
import { formatFixed, formatPlain, formatSigned } from '@/core/format/formatNumber'
import { ERROR_BASIS_WORDS, type ErrorBasis, shownPercent } from '@/core/run/errorBasis'
import { inputAtPercent, percentOfInput } from '@/core/transfer/linearTransfer'
import { linearScale, niceTicks, type Scale } from './axis'
import type { Scene, Shape, Tone } from './scene'

/** One curve in the corridor: a round of this run (hollow as found, filled as left) or a faint earlier one. */
export type CorridorSeries = {
  readonly label: string
  readonly style: 'as-found' | 'as-left' | 'earlier'
  readonly points: readonly Pick<JudgedPoint, 'appliedPercent' | 'errorPercentSpan' | 'direction' | 'verdict'>[]
}

export type CorridorData = {
  readonly basis: JudgingBasis
  /** Label of the range's unit. */
  readonly unitLabel: string
  /** Test points, in % of input span: where the ticks stand. */
  readonly testPoints: readonly number[]
  readonly series: readonly CorridorSeries[]
  /** Errors up to this are accepted, in % of span at the test points, where a guard band draws it in from the limit. */
  readonly acceptance?: readonly { readonly percent: number; readonly acceptance: number }[]
  /** `reading`: error in % of reading over a logarithmic input, for points that lie decades apart. */
  readonly errorBasis?: ErrorBasis
  /** The point being read, in % of input span, and its error so far; not yet accepted. */
  readonly cursor?: {
    readonly percent: number
    readonly errorPercentSpan: number | null
    readonly direction: 'rising' | 'falling'
  }
}

export type Size = { readonly width: number; readonly height: number; readonly fontSize: number }

const VERDICT_TONE: Record<PointVerdict, Tone> = { inside: 'verdigris', 'inside-look': 'ochre', outside: 'clay' }

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

type Frame = {
  left: number
  right: number
  top: number
  bottom: number
  x: Scale
  y: Scale
  reach: number
  low: number
  high: number
}
type Drawing = { readonly frame: Frame; readonly fontSize: number }
const SAMPLES = 60

function frameOf(data: CorridorData, { width, height, fontSize }: Size): Frame {
  const left = fontSize * 4.6
  const right = width - fontSize * 4.4
  const top = fontSize * 1.9
  const bottom = height - fontSize * 3.1
  const percents = [...data.testPoints, ...data.series.flatMap((s) => s.points.map((p) => p.appliedPercent))]
  const isLog = data.errorBasis === 'reading'
  const low = isLog ? Math.min(...percents) : Math.min(0, ...percents)
  const high = isLog ? Math.max(...percents) : Math.max(100, ...percents)
  const errors = data.series
    .filter((s) => s.style !== 'earlier')
    .flatMap((s) => s.points.map((p) => Math.abs(shownError(data, p))))
  const widest = widestLimit(data, low, high)
  const reach = Math.max(widest * 1.55, ...errors.map((error) => error * 1.15), Math.abs(cursorError(data) ?? 0) * 1.05)
  const capped = Math.min(reach, widest * 40) // a slip of the decimal mark must not flatten everything else
  return {
    left,
    right,
    top,
    bottom,
    low,
    high,
    reach: capped,
    x: isLog ? logScale(data, [low, high], [left, right]) : linearScale([low, high], [left, right]),
    y: linearScale([-capped, capped], [bottom, top]),
  }
}

/** Near zero flow the limit of a root grows without end: the picture is as tall as its upper four fifths need. */
function widestLimit(data: CorridorData, low: number, high: number): number {
  const sorted = limits(data, low, high)
    .map(({ limit }) => limit)
    .toSorted((a, b) => a - b)
  const isBent = data.basis.transfer !== undefined && data.basis.transfer.kind !== 'linear'
  return (isBent ? sorted[Math.floor(sorted.length * 0.8)] : sorted.at(-1)) ?? 0
}

function limits(
  data: CorridorData,
  low: number,
  high: number,
): { percent: number; limit: number; adjust: number | null }[] {
  return Array.from({ length: SAMPLES + 1 }, (_, index) => {
    const percent = sampleAt(data, { low, high }, index / SAMPLES)
    const { limitPercent, adjustLimitPercent } = widestExpectation(percent, data.basis)
    const shown = (value: number) => shownError(data, { appliedPercent: percent, errorPercentSpan: value })
    return {
      percent,
      limit: shown(limitPercent),
      adjust: adjustLimitPercent === null ? null : shown(adjustLimitPercent),
    }
  })
}

/** The limit of the output at an input; where either side of a cut-off is right, that of the root. */
function widestExpectation(percent: number, basis: JudgingBasis): InputLimits {
  const applied = inputAtPercent(percent, basis.range)
  const limits = {
    limitPercent: limitPercentSpan(applied, basis.errorLimit, basis),
    adjustLimitPercent: basis.adjustLimit === null ? null : limitPercentSpan(applied, basis.adjustLimit, basis),
  }
  if (basis.transfer === undefined || basis.transfer.kind === 'linear') return limits
  return outputExpectations(percent, limits, basis.transfer).expectations[0] ?? limits
}

/** An error as the corridor shows it. */
function shownError(
  { basis, errorBasis = 'span' }: CorridorData,
  point: { readonly appliedPercent: number; readonly errorPercentSpan: number },
): number {
  const applied = inputAtPercent(point.appliedPercent, basis.range)
  return shownPercent(point.errorPercentSpan, applied, { basis: errorBasis, range: basis.range })
}

function cursorError(data: CorridorData): number | null {
  if (!data.cursor || data.cursor.errorPercentSpan === null) return null
  return shownError(data, { appliedPercent: data.cursor.percent, errorPercentSpan: data.cursor.errorPercentSpan })
}

/** Samples are spread evenly over the width of the picture, so over the logarithm where the axis is one. */
function sampleAt(data: CorridorData, { low, high }: { low: number; high: number }, share: number): number {
  if (data.errorBasis !== 'reading') return low + (high - low) * share
  const [from, to] = [inputAtPercent(low, data.basis.range), inputAtPercent(high, data.basis.range)]
  return percentOfInput(from * (to / from) ** share, data.basis.range)
}

/** Per cent of span onto a logarithmic axis of the input. Inputs at or below zero lie on its lower end. */
function logScale(
  { basis }: CorridorData,
  [low, high]: readonly [number, number],
  range: readonly [number, number],
): Scale {
  const lowest = inputAtPercent(low, basis.range)
  const log = (percent: number) => Math.log10(Math.max(lowest, inputAtPercent(percent, basis.range)))
  const scale = linearScale([log(low), log(high)], range)
  return (percent) => scale(log(percent))
}

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

/** Pixels between the strokes of a hatching. */
const HATCH = 7

/** The guard band between acceptance and error limit, hatched on both sides. */
function guardBand(data: CorridorData, frame: Frame): Shape[] {
  const { acceptance } = data
  if (!acceptance || acceptance.length === 0) return []
  const at = sampled(limits(data, frame.low, frame.high).map(({ percent, limit }) => [frame.x(percent), limit]))
  const acceptedAt = sampled(
    acceptance
      .toSorted((a, b) => a.percent - b.percent)
      .map(({ percent, acceptance: percentSpan }) => [
        frame.x(percent),
        shownError(data, { appliedPercent: percent, errorPercentSpan: percentSpan }),
      ]),
  )
  const strokes = Math.floor((frame.right - frame.left) / HATCH)
  return Array.from({ length: strokes }, (_, index) => frame.left + index * HATCH).flatMap((x) =>
    [1, -1].map((sign): Shape => {
      const [from = 0, to = 0] = [sign * at(x), sign * acceptedAt(x)].map((error) => within(frame, frame.y(error)))
      // Strokes at 45°, no further than the frame.
      const run = Math.min(Math.abs(to - from), frame.right - x)
      return {
        kind: 'line',
        tone: 'verdigris',
        weight: 0.8,
        points: [
          [x, from],
          [x + run, from + Math.sign(to - from) * run],
        ],
      }
    }),
  )
}

/** A curve through points in the order of x, straight between them and level beyond its ends. */
function sampled(points: readonly (readonly [number, number])[]): (x: number) => number {
  return (x) => {
    const after = points.findIndex(([px]) => px >= x)
    const [right, left] = [points[after], points[after - 1]]
    if (!right) return points.at(-1)?.[1] ?? 0
    if (!left || right[0] === left[0]) return right[1]
    return left[1] + ((x - left[0]) / (right[0] - left[0])) * (right[1] - left[1])
  }
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

/** A point beyond the frame is drawn on its edge: better there than not at all. */
const within = (frame: Frame, y: number) => Math.min(frame.bottom, Math.max(frame.top, y))

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
