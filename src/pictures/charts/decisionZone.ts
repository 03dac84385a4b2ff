import { formatPlain, formatSigned } from '@/core/format/formatNumber'
import { chartOptions, linearAxis } from './chartOptions'
import type { ChartPicture, ChartStyle } from './chartPicture'
import type { Place } from './marginalia'

/** One error against its limits, all in one unit. */
export type DecisionZoneData = {
  readonly error: number
  readonly limit: number
  readonly acceptanceLimit: number
  readonly expandedUncertainty: number
  readonly unit: string
}

/**
 * The decision zone: what is accepted, the guard band hatched, what lies outside, and the measured error with its
 * expanded uncertainty as a whisker.
 */
export function decisionZone(data: DecisionZoneData, style: ChartStyle): ChartPicture {
  const { error, limit, acceptanceLimit, expandedUncertainty, unit } = data
  const { palette, fontSize } = style
  const reach = Math.max(limit * 1.5, (Math.abs(error) + expandedUncertainty) * 1.1)
  const upright = { pointStyle: 'line', pointRotation: 90, pointBorderWidth: 2 } as const
  const words = `Error ${formatSigned(error, 4)} ${unit} with U ${formatPlain(expandedUncertainty)}; accepted up to ±${formatPlain(Number(acceptanceLimit.toPrecision(4)))}, limit ±${formatPlain(limit)} ${unit}.`
  const said = [[words]]
  return {
    words,
    said,
    configuration: {
      type: 'scatter',
      data: {
        datasets: [
          {
            label: 'error',
            data: [{ x: error, y: 0 }],
            pointRadius: fontSize * 0.42,
            pointHitRadius: fontSize,
            pointBackgroundColor: palette.ink,
            pointBorderColor: palette.ink,
          },
          {
            label: 'expanded uncertainty',
            data: [error - expandedUncertainty, error + expandedUncertainty].map((x) => ({ x, y: 0 })),
            showLine: true,
            borderColor: palette.ink,
            borderWidth: 2,
            ...upright,
            pointRadius: fontSize * 0.5,
            pointHitRadius: 0,
            pointBorderColor: palette.ink,
          },
          ...boundary('error limit', { at: limit, colour: palette.clay, width: 2 }),
          ...boundary('acceptance limit', { at: acceptanceLimit, colour: palette.verdigris, width: 1.5 }),
        ],
      },
      options: {
        ...chartOptions(style, {
          said,
          zones: [
            { corners: between(-reach, -limit), colour: palette.clayGround },
            { corners: between(limit, reach), colour: palette.clayGround },
            { corners: between(-limit, limit), colour: palette.verdigrisGround },
            ...[-1, 1].map((sign) => ({
              corners: between(sign * acceptanceLimit, sign * limit),
              colour: palette.ochre,
              isHatched: true,
            })),
          ],
          remarks: [
            {
              at: { x: error, y: 0 },
              text: `${formatSigned(error, 3)} ${unit}`,
              colour: palette.ink,
              align: 'center',
              isBold: true,
              up: 1.3,
              right: 0,
            },
          ],
        }),
        scales: {
          x: linearAxis(style, {
            ends: [-reach, reach],
            at: [-limit, 0, limit],
            words: (value) => formatSigned(value, 3),
          }),
          y: { display: false, min: -1, max: 1 },
        },
      },
    },
  }
}

/** The whole height of the picture between two errors. */
const between = (from: number, to: number): Place[] => [
  { x: from, y: -1 },
  { x: to, y: -1 },
  { x: to, y: 1 },
  { x: from, y: 1 },
]

/** An upright line on either side of zero. */
const boundary = (label: string, { at, colour, width }: { at: number; colour: string; width: number }) =>
  [-at, at].map((x) => ({
    label: `${label} ${formatSigned(x, 6)}`,
    data: [-1, 1].map((y) => ({ x, y })),
    showLine: true,
    borderColor: colour,
    borderWidth: width,
    pointRadius: 0,
    pointHitRadius: 0,
  }))
