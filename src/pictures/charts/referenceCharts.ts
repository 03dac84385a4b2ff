import { USUAL_RATIO_FLOOR } from '@/core/conformity/accuracyRatio'
import { formatFixed, formatPlain } from '@/core/format/formatNumber'
import { formatDate } from '@/core/format/formatTime'
import type { Calibration } from '@/core/reference/correctionHistory'
import { foundOff } from '@/core/reference/foundOff'
import type { RatioPlace, UncertaintyPlace } from '@/plans/referenceCurves'
import { chartOptions, linearAxis } from './chartOptions'
import type { ChartPicture, ChartStyle } from './chartPicture'
import type { Place, Zone } from './marginalia'
import { decimalsOfTicks } from './tickWords'

const four = (value: number) => formatPlain(Number(value.toPrecision(3)))
const tickWords = (value: number, ticks: readonly number[]) => formatFixed(value, decimalsOfTicks(ticks))

/** U of a reference over its range, beside its accuracy as a ground. */
export function referenceUncertaintyChart(
  { places, unitLabel }: { readonly places: readonly UncertaintyPlace[]; readonly unitLabel: string },
  style: ChartStyle,
): ChartPicture {
  const said = [places.map(({ shown, uncertainty }) => `at ${four(shown)} ${unitLabel}: U ±${four(uncertainty)}`)]
  const [first, last] = [places[0], places.at(-1)]
  const top = Math.max(...places.flatMap(({ uncertainty, accuracy }) => [uncertainty, accuracy]), 0) * 1.08
  const accuracy: Zone = {
    corners: [
      ...places.map(({ shown, accuracy: y }) => ({ x: shown, y })),
      ...places.toReversed().map(({ shown }) => ({ x: shown, y: 0 })),
    ],
    colour: style.palette.verdigrisGround,
  }
  const middle = places[Math.floor(places.length / 2)]
  return {
    words: `U of the reference by itself, k = 2: ±${four(first?.uncertainty ?? 0)} at ${four(first?.shown ?? 0)} and ±${four(last?.uncertainty ?? 0)} at ${four(last?.shown ?? 0)} ${unitLabel}; its accuracy is ±${four(first?.accuracy ?? 0)} and ±${four(last?.accuracy ?? 0)}.`,
    said,
    configuration: {
      type: 'scatter',
      data: {
        datasets: [
          line(
            'U',
            places.map(({ shown, uncertainty: y }) => ({ x: shown, y })),
            style,
          ),
        ],
      },
      options: {
        ...chartOptions(style, {
          said,
          title: `U with k = 2, ± ${unitLabel}`,
          zones: [accuracy],
          remarks: middle
            ? [
                {
                  at: { x: middle.shown, y: 0 },
                  text: 'accuracy as declared',
                  colour: style.palette.verdigris,
                  align: 'center',
                  up: 0.7,
                  right: 0,
                },
              ]
            : [],
        }),
        scales: {
          x: linearAxis(style, {
            title: `shown, ${unitLabel}`,
            ends: [first?.shown ?? 0, last?.shown ?? 1],
            words: tickWords,
          }),
          y: linearAxis(style, { ends: [0, top || 1], words: tickWords, lines: 'all' }),
        },
      },
    },
  }
}

/** Higher than this a ratio says no more. */
const MOST_RATIO = 10

/** The error limit of an instrument over U of a reference, with the usual floor as a line. */
export function ratioChart(
  { places, tag, code }: { readonly places: readonly RatioPlace[]; readonly tag: string; readonly code: string },
  style: ChartStyle,
): ChartPicture {
  const { palette } = style
  const shown = (ratio: number) => Math.min(ratio, MOST_RATIO)
  const said = [places.map(({ percent, ratio }) => `at ${formatFixed(percent, 0)} %: ${ratioWords(ratio)}`)]
  const [first, last] = [places[0], places.at(-1)]
  const floor = [0, 100].map((x) => ({ x, y: USUAL_RATIO_FLOOR }))
  const below: Zone = {
    corners: [{ x: 0, y: 0 }, { x: 100, y: 0 }, ...floor.toReversed()],
    colour: palette.ochreGround,
  }
  return {
    words:
      first && last
        ? `Error limit of ${tag} over U of ${code}: ${ratioWords(first.ratio)} at ${formatFixed(first.percent, 0)} % and ${ratioWords(last.ratio)} at ${formatFixed(last.percent, 0)} % of its range.`
        : `${code} reaches nothing of ${tag}.`,
    said,
    configuration: {
      type: 'scatter',
      data: {
        datasets: [
          line(
            'ratio',
            places.map(({ percent, ratio }) => ({ x: percent, y: shown(ratio) })),
            style,
          ),
          { ...line('floor', floor, style), borderColor: palette.ochre, borderDash: [6, 4], pointHitRadius: 0 },
        ],
      },
      options: {
        ...chartOptions(style, { said, title: `error limit of ${tag} over U of ${code}`, zones: [below] }),
        scales: {
          x: linearAxis(style, { title: '% of its range', ends: [0, 100], words: (value) => String(value) }),
          y: linearAxis(style, {
            ends: [0, MOST_RATIO],
            at: [1, 2, USUAL_RATIO_FLOOR, 6, 8, MOST_RATIO],
            words: (value) => (value === MOST_RATIO ? `${value} : 1 or more` : `${value} : 1`),
            lines: 'all',
          }),
        },
      },
    },
  }
}

export const ratioWords = (ratio: number): string =>
  ratio > MOST_RATIO ? `over ${MOST_RATIO} : 1` : `${formatFixed(ratio, 1)} : 1`

type History = {
  /** The newest first. */
  readonly calibrations: readonly Calibration[]
  readonly accuracyAt: (indicated: number) => number
  readonly unitLabel: string
}

/** Corrections of a range from certificate to certificate, within its accuracy; the newest with its U. */
export function correctionChart({ calibrations, accuracyAt, unitLabel }: History, style: ChartStyle): ChartPicture {
  const { palette, fontSize } = style
  const series = calibrations.flatMap(({ calibratedOn, points, found = [] }, age) => [
    ...(found.length > 0 ? [{ name: `found ${formatDate(calibratedOn)}`, points: found, age, isFound: true }] : []),
    { name: formatDate(calibratedOn), points, age, isFound: false },
  ])
  const all = series.flatMap(({ points }) => points)
  const across = all.map(({ indicated }) => indicated)
  const [low, high] = [Math.min(...across), Math.max(...across)]
  const reach = Math.max(...all.map((p) => Math.abs(p.correction) + p.uncertainty), ...across.map(accuracyAt)) * 1.1
  const edge = Array.from({ length: 25 }, (_, index) => low + (index / 24) * (high - low))
  const band: Zone = {
    corners: [
      ...edge.map((x) => ({ x, y: accuracyAt(x) })),
      ...edge.toReversed().map((x) => ({ x, y: -accuracyAt(x) })),
    ],
    colour: palette.verdigrisGround,
  }
  const said = series.map(({ name, points }) =>
    points.map(
      ({ indicated, correction, uncertainty }) =>
        `${name}: at ${four(indicated)} ${unitLabel} correction ${four(correction)}, U ±${four(uncertainty)}`,
    ),
  )
  const colourOf = ({ age, isFound }: (typeof series)[number]) =>
    isFound ? palette.clay : age === 0 ? palette.ink : palette.soft
  return {
    words: wordsOf(calibrations, accuracyAt, unitLabel),
    said,
    configuration: {
      type: 'scatter',
      data: {
        datasets: series.map((each) => ({
          ...line(
            each.name,
            each.points.map(({ indicated: x, correction: y }) => ({ x, y })),
            style,
          ),
          borderColor: colourOf(each),
          pointBackgroundColor: colourOf(each),
          pointBorderColor: colourOf(each),
          pointRadius: fontSize * (each.age === 0 ? 0.28 : 0.16),
          borderWidth: each.age === 0 ? 2 : 1,
          borderDash: each.age === 0 ? [] : [3, 3 + each.age],
        })),
      },
      options: {
        ...chartOptions(style, {
          said,
          title: `correction, ${unitLabel}, by certificate`,
          zones: [band],
          remarks: series.flatMap(({ name, points, age, isFound }) => {
            const last = points.at(-1)
            if (!last || (age > 0 && !isFound)) return []
            return [
              {
                at: { x: last.indicated, y: last.correction },
                text: name,
                colour: isFound ? palette.clayText : palette.ink,
                align: 'right' as const,
                up: 0.8,
                right: 0,
              },
            ]
          }),
        }),
        scales: {
          x: linearAxis(style, { title: `shown, ${unitLabel}`, ends: [low, high], words: tickWords }),
          y: linearAxis(style, { ends: [-reach || -1, reach || 1], words: tickWords, lines: 'zero' }),
        },
      },
    },
  }
}

function wordsOf(
  calibrations: readonly Calibration[],
  accuracyAt: (indicated: number) => number,
  unitLabel: string,
): string {
  const [newest] = calibrations
  if (!newest) return 'No certificate has points.'
  const worst = foundOff(newest.found ?? newest.points, accuracyAt)
  if (!worst) return 'No certificate has points.'
  const side = worst.isOutside ? 'beyond' : 'within'
  return `${calibrations.length} ${calibrations.length === 1 ? 'certificate' : 'certificates'} with points. ${newest.found ? 'Found' : 'Given'} ${formatDate(newest.calibratedOn)}: worst against its accuracy ${four(worst.error)} ${unitLabel} at ${four(worst.indicated)}, ${side} ±${four(worst.accuracy)}.`
}

const line = (label: string, data: Place[], { palette, fontSize }: ChartStyle) => ({
  label,
  data,
  showLine: true,
  borderColor: palette.ink,
  borderWidth: 2.2,
  pointRadius: 0,
  pointHitRadius: fontSize,
  pointHoverRadius: fontSize * 0.35,
  pointHoverBackgroundColor: palette.ink,
})
