import { formatDate } from '@/core/format/formatTime'
import type { Change } from '@/core/impact/recomputedRun'
import type { Palette } from '../palette'
import { chartOptions, linearAxis } from './chartOptions'
import type { ChartPicture, ChartStyle } from './chartPicture'
import type { Place, Remark, Zone } from './marginalia'

/** A run as the picture needs it. */
type Dot = {
  readonly tag: string
  readonly at: number
  readonly shareBefore: number
  readonly shareAfter: number
  readonly change: Change
}

type Impact = {
  readonly dots: readonly Dot[]
  /** Instants the time in doubt begins and ends at, ms. */
  readonly from: number
  readonly to: number
  readonly counts: Readonly<Record<Change, number>>
}

/** Farther out than this a share of the limit says no more. */
const FARTHEST = 2.5
/** So many runs carry their names. */
const MOST_NAMED = 4
const COLOURS: Record<Change, (palette: Palette) => string> = {
  'to-fail': ({ clay }) => clay,
  'in-doubt': ({ ochre }) => ochre,
  'to-pass': ({ soft }) => soft,
  same: ({ verdigris }) => verdigris,
}
/** Told apart without colour too. */
const SHAPES = { 'to-fail': 'crossRot', 'in-doubt': 'rectRot', 'to-pass': 'triangle', same: 'circle' } as const
const ORDER: readonly Change[] = ['same', 'to-pass', 'in-doubt', 'to-fail']

/** Every run that used a reference in doubt on one axis: hollow as sealed, filled with the reference as it is supposed to have been. */
export function impactChart({ dots, from, to, counts }: Impact, style: ChartStyle): ChartPicture {
  const { palette, fontSize } = style
  const shown = (share: number) => 100 * Math.max(-FARTHEST, Math.min(FARTHEST, share))
  const farthest = Math.max(
    1.15,
    ...dots.flatMap(({ shareBefore, shareAfter }) => [Math.abs(shareBefore), Math.abs(shareAfter)]),
  )
  const reach = Math.min(FARTHEST, farthest) * 108
  const inside: Zone = {
    corners: [
      { x: from, y: 100 },
      { x: to, y: 100 },
      { x: to, y: -100 },
      { x: from, y: -100 },
    ],
    colour: palette.verdigrisGround,
  }
  const limits = [100, -100].map((y) => ({
    data: [
      { x: from, y },
      { x: to, y },
    ],
    showLine: true,
    borderColor: palette.ink,
    borderWidth: 1.4,
    pointRadius: 0,
    pointHitRadius: 0,
  }))
  const moved = dots.flatMap(({ at, shareBefore, shareAfter }): Place[] => [
    { x: at, y: shown(shareBefore) },
    { x: at, y: shown(shareAfter) },
    { x: at, y: Number.NaN }, // the next one is not joined to it
  ])
  const sets = ORDER.map((change) => ({ change, of: dots.filter((dot) => dot.change === change) }))
  const radius = fontSize * (dots.length > 300 ? 0.16 : 0.3)
  const bySize = dots
    .filter(({ change }) => change === 'to-fail')
    .toSorted((a, b) => Math.abs(b.shareAfter) - Math.abs(a.shareAfter))
  return {
    words: wordsOf(counts, dots, { from, to }),
    said: [[], [], [], dots.map((dot) => saidOf(dot)), ...sets.map(({ of }) => of.map((dot) => saidOf(dot)))],
    configuration: {
      type: 'scatter',
      data: {
        datasets: [
          ...limits,
          {
            data: moved,
            showLine: true,
            spanGaps: false,
            borderColor: palette.soft,
            borderWidth: 1,
            pointRadius: 0,
            pointHitRadius: 0,
          },
          {
            data: dots.map(({ at, shareBefore }) => ({ x: at, y: shown(shareBefore) })),
            pointRadius: radius,
            pointHitRadius: fontSize * 0.5,
            pointBackgroundColor: palette.card,
            pointBorderColor: palette.soft,
          },
          ...sets.map(({ change, of }) => ({
            data: of.map(({ at, shareAfter }) => ({ x: at, y: shown(shareAfter) })),
            pointStyle: SHAPES[change],
            pointRadius: radius * (change === 'same' ? 1 : 1.6),
            pointHitRadius: fontSize * 0.7,
            pointBorderWidth: change === 'to-fail' ? 2.4 : 1,
            pointBackgroundColor: COLOURS[change](palette),
            pointBorderColor: COLOURS[change](palette),
          })),
        ],
      },
      options: {
        ...chartOptions(style, {
          said: [[], [], [], dots.map((dot) => saidOf(dot)), ...sets.map(({ of }) => of.map((dot) => saidOf(dot)))],
          title: 'worst error, % of its limit: hollow as sealed, filled with the reference corrected',
          zones: [inside],
          remarks: named(bySize, { shown, colour: palette.clayText, span: to - from }),
        }),
        scales: {
          x: linearAxis(style, {
            ends: [from, to],
            at: months(from, to),
            words: (value) => monthWords(value),
          }),
          y: linearAxis(style, {
            ends: [-reach, reach],
            at: [-200, -100, -50, 0, 50, 100, 200].filter((share) => Math.abs(share) <= reach),
            words: (value) => (value > 0 ? `+${value}` : String(value).replace('-', '−')),
            lines: 'zero',
          }),
        },
      },
    },
  }
}

/** The worst carry their names, where those do not cover one another. */
function named(
  worst: readonly Dot[],
  { shown, colour, span }: { shown: (share: number) => number; colour: string; span: number },
): Remark[] {
  const chosen: Dot[] = []
  for (const dot of worst)
    if (chosen.length < MOST_NAMED && chosen.every((other) => Math.abs(other.at - dot.at) > span * 0.09))
      chosen.push(dot)
  return chosen.map(({ tag, at, shareAfter }) => ({
    at: { x: at, y: shown(shareAfter) },
    text: tag,
    colour,
    align: 'right',
    isBold: true,
    up: 0,
    right: -0.7,
  }))
}

const saidOf = ({ tag, at, shareBefore, shareAfter }: Dot): string =>
  `${tag}, ${formatDate(dayOf(at))}: ${percent(shareBefore)} of its limit as sealed, ${percent(shareAfter)} with the reference corrected`

const percent = (share: number): string => `${(share * 100).toFixed(0).replace('-', '−')} %`
const dayOf = (at: number): string => new Date(at).toISOString().slice(0, 10)

function wordsOf(counts: Impact['counts'], dots: readonly Dot[], { from, to }: Pick<Impact, 'from' | 'to'>): string {
  const all = Object.values(counts).reduce((sum, count) => sum + count, 0)
  const period = `from ${formatDate(dayOf(from))} to ${formatDate(dayOf(to))}`
  if (all === 0) return `No sealed calibration used it ${period}.`
  const choice = dots.length < all ? ` ${dots.length} of them are drawn.` : ''
  return `${all} calibrations ${period}: ${counts['to-fail']} passes become fails, ${counts['in-doubt']} are in doubt, ${counts['to-pass']} fails become passes, ${counts.same} stay as they were.${choice}`
}

/** Beginnings of months in a time, at most about eight. */
function months(from: number, to: number): number[] {
  const first = new Date(from)
  const count = Math.ceil((to - from) / (30 * 86_400_000))
  const step = Math.max(1, Math.ceil(count / 8))
  return Array.from({ length: count + 1 }, (_, index) =>
    Date.UTC(first.getUTCFullYear(), first.getUTCMonth() + 1 + index * step, 1),
  ).filter((at) => at < to)
}

/** `1 May`; the year where one begins. */
function monthWords(at: number): string {
  const [day, month, year] = formatDate(dayOf(at)).split(' ')
  return month === 'Jan' ? `${month} ${year}` : `${day} ${month}`
}
