import type { ChartDataset } from 'chart.js'
import type { PointVerdict } from '@/core/error/verdict'
import { formatFixed, formatPlain, formatSigned } from '@/core/format/formatNumber'
import { ERROR_BASIS_WORDS } from '@/core/run/judge/errorBasis'
import { inputAtPercent } from '@/core/transfer/linearTransfer'
import { pointVerdictWords } from '@/words/pointVerdictWords'
import type { Tone } from '../scene'
import { chartOptions, linearAxis } from './chartOptions'
import type { ChartPicture, ChartStyle } from './chartPicture'
import {
  acrossOf,
  type CorridorData,
  type CorridorReach,
  type CorridorSeries,
  corridorReach,
  limits,
  shownError,
  within,
} from './corridorData'
import { corridorZones } from './corridorZones'
import type { Remark } from './marginalia'
import { decimalsOfTicks } from './tickWords'

const VERDICT_TONE: Record<PointVerdict, Tone> = {
  inside: 'verdigris',
  'inside-look': 'ochre',
  'not-accepted': 'ochre',
  'not-stated': 'ochre',
  outside: 'clay',
}

type Curve = ChartDataset<'scatter'>
type Drawing = { readonly data: CorridorData; readonly reach: CorridorReach; readonly style: ChartStyle }

/**
 * The error corridor: error in % of span over applied input, the limit as a corridor, the adjust limit as an inner one,
 * rising points ▲ and falling points ▼ joined, as found hollow, as left filled, earlier calibrations faint. Over several
 * decades: % of reading, over a logarithmic input.
 */
export function errorCorridor(data: CorridorData, style: ChartStyle): ChartPicture {
  const drawing = { data, style, reach: corridorReach(data) }
  const read = data.series.map((series) => ({ curve: curveOf(series, drawing), said: saidOf(series, data) }))
  // Chart.js draws the first data set last, and so on top of the others.
  const onTop = read.toReversed()
  const said = onTop.map((each) => each.said)
  return {
    words: corridorInWords(data),
    said,
    configuration: {
      type: 'scatter',
      data: { datasets: [...onTop.map(({ curve }) => curve), ...edges(drawing)] },
      options: {
        ...chartOptions(style, {
          said,
          title: `error, ${ERROR_BASIS_WORDS[data.errorBasis ?? 'span']}`,
          zones: corridorZones(data, drawing.reach, { palette: style.palette, across: acrossOf(data, drawing.reach) }),
          remarks: data.series.flatMap((series) => [...earlierName(series, drawing), ...beyond(series, drawing)]),
        }),
        scales: { x: inputAxis(drawing), y: errorAxis(drawing), yLimits: limitsAxis(drawing) },
      },
    },
  }
}

function curveOf({ style: kind, points, label }: CorridorSeries, { data, reach, style }: Drawing): Curve {
  const { palette, fontSize } = style
  const isEarlier = kind === 'earlier'
  const tones = points.map(({ verdict }) => palette[VERDICT_TONE[verdict]])
  const across = acrossOf(data, reach)
  return {
    label,
    data: points.map((p) => ({ x: across(p.appliedPercent), y: within(reach, shownError(data, p)) })),
    showLine: true,
    clip: false,
    borderColor: isEarlier ? palette.soft : palette.ink,
    borderWidth: isEarlier ? 1 : kind === 'as-left' ? 2 : 1.6,
    borderDash: isEarlier ? [4, 3] : [],
    pointRadius: isEarlier ? 0 : fontSize * 0.5,
    pointHoverRadius: isEarlier ? 0 : fontSize * 0.62,
    pointHitRadius: isEarlier ? 0 : fontSize,
    pointStyle: 'triangle',
    pointRotation: points.map(({ direction }) => (direction === 'rising' ? 0 : 180)),
    pointBorderColor: tones,
    pointBorderWidth: fontSize * 0.17,
    pointBackgroundColor: kind === 'as-left' ? tones : palette.card,
    pointHoverBackgroundColor: kind === 'as-left' ? tones : palette.card,
  }
}

function saidOf({ style, points, label }: CorridorSeries, data: CorridorData): string[] {
  if (style === 'earlier') return []
  return points.map((point) => {
    const applied = inputText(point.appliedPercent, data, 5)
    const error = `${formatSigned(shownError(data, point), 3)} ${ERROR_BASIS_WORDS[data.errorBasis ?? 'span']}`
    return `${label}, ${point.direction}, ${applied} ${data.unitLabel}: ${error}, ${pointVerdictWords(point)}`
  })
}

/** The name of an earlier calibration, at its last rising point. */
function earlierName({ style: kind, points, label }: CorridorSeries, { data, reach, style }: Drawing): Remark[] {
  const last = points.findLast(({ direction }) => direction === 'rising') ?? points.at(-1)
  if (kind !== 'earlier' || !last) return []
  const at = { x: acrossOf(data, reach)(last.appliedPercent), y: within(reach, shownError(data, last)) }
  return [{ at, text: label, colour: style.palette.soft, align: 'right', up: 0.9, right: -0.4 }]
}

/** The figures of points that lie beyond the frame: their place on its edge does not tell them. */
function beyond({ style: kind, points }: CorridorSeries, { data, reach, style }: Drawing): Remark[] {
  if (kind === 'earlier') return []
  return points.flatMap((point) => {
    const error = shownError(data, point)
    const edge = within(reach, error)
    if (edge === error) return []
    const at = { x: acrossOf(data, reach)(point.appliedPercent), y: edge }
    const text = formatSigned(error, 1)
    return [{ at, text, colour: style.palette.clay, align: 'left' as const, isBold: true, up: 0, right: 0.9 }]
  })
}

/** The error limit above and below. */
function edges({ data, reach, style: { palette } }: Drawing): Curve[] {
  const samples = limits(data, reach.low, reach.high)
  const across = acrossOf(data, reach)
  return (['above', 'below'] as const).map((side) => ({
    label: side === 'above' ? 'upper limit' : 'lower limit',
    data: samples.map(({ percent, limit }) => ({
      x: across(percent),
      y: side === 'above' ? limit.above : -limit.below,
    })),
    showLine: true,
    borderColor: palette.ink,
    borderWidth: 1.6,
    pointRadius: 0,
    pointHitRadius: 0,
  }))
}

/** The input at a place of the range; what is nothing but for the last bits of its sum is nothing. */
function inputText(percent: number, { basis: { range } }: CorridorData, digits: number): string {
  const input = inputAtPercent(percent, range)
  const isNothing = Math.abs(input) < 1e-9 * Math.abs(range.urv - range.lrv)
  return isNothing ? '0' : formatPlain(Number(input.toPrecision(digits)))
}

function inputAxis({ data, reach: { low, high }, style }: Drawing) {
  const across = acrossOf(data, { low, high })
  const axis = linearAxis(style, {
    title: `applied, ${data.unitLabel}`,
    titleAlign: 'end',
    ends: [across(low), across(high)],
    at: spacedTicks(data, { low, high }, style).map(across),
    words: (place) =>
      data.errorBasis === 'reading' ? formatPlain(Number(place.toPrecision(5))) : inputText(place, data, 5),
  })
  return data.errorBasis === 'reading' ? { ...axis, type: 'logarithmic' as const } : axis
}

/** Test points far enough apart for their numbers not to touch. */
function spacedTicks(data: CorridorData, { low, high }: { low: number; high: number }, style: ChartStyle): number[] {
  const place = (percent: number) => {
    const across = acrossOf(data, { low, high })(percent)
    return data.errorBasis === 'reading' ? Math.log10(Math.max(Number.MIN_VALUE, across)) : across
  }
  const apart = (style.fontSize * 3.4) / Math.max(1, style.width - style.fontSize * 9)
  const kept: number[] = []
  for (const percent of data.testPoints.toSorted((a, b) => a - b)) {
    const last = kept.at(-1)
    const share = (at: number) => (place(at) - place(low)) / (place(high) - place(low))
    if (last === undefined || Math.abs(share(percent) - share(last)) >= apart) kept.push(percent)
  }
  return kept
}

function errorAxis({ reach, style }: Drawing) {
  return linearAxis(style, {
    ends: [-reach.error, reach.error],
    words: (value, ticks) => (value === 0 ? '0' : formatSigned(value, decimalsOfTicks(ticks))),
    lines: 'zero',
  })
}

/** At the right, where limit and adjust limit end; one of them where there is no room for both. */
function limitsAxis({ data, reach, style }: Drawing) {
  const end = limits(data, reach.high, reach.high).at(-1)
  const limit = within(reach, end?.limit.above ?? 0)
  const adjust = end?.adjust?.above ?? null
  const pixels = ((limit - (adjust ?? limit)) / (2 * reach.error)) * (style.height - style.fontSize * 5)
  const axis = linearAxis(style, {
    ends: [-reach.error, reach.error],
    at: adjust !== null && pixels > style.fontSize * 1.2 ? [adjust, limit] : [limit],
    words: (value) => (value === limit ? 'limit' : 'adjust'),
  })
  return { ...axis, axis: 'y' as const, position: 'right' as const, border: { display: false } }
}

/** The corridor for someone who cannot see it. */
function corridorInWords(data: CorridorData): string {
  const { series, unitLabel, errorBasis = 'span' } = data
  const read = series.filter((s) => s.style !== 'earlier' && s.points.length > 0)
  if (read.length === 0) return `Error corridor, empty: no readings yet. Applied input in ${unitLabel}.`
  const sentences = read.map(({ label, points }) => {
    const worst = points.reduce((a, b) => (Math.abs(shownError(data, b)) > Math.abs(shownError(data, a)) ? b : a))
    const outside = points.filter((p) => p.verdict === 'outside').length
    const at = inputText(worst.appliedPercent, data, 4)
    return `${label}: ${points.length} points, largest error ${formatSigned(shownError(data, worst), 3)} ${ERROR_BASIS_WORDS[errorBasis]} at ${at} ${unitLabel}, ${formatFixed(outside, 0)} outside the limit`
  })
  return `Error corridor. ${sentences.join('. ')}.`
}
