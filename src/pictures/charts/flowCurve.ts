import { formatFixed, formatPlain } from '@/core/format/formatNumber'
import { rootPercent } from '@/core/transfer/transfer'
import { chartOptions, linearAxis } from './chartOptions'
import type { ChartPicture, ChartStyle } from './chartPicture'
import type { Place, Remark, Zone } from './marginalia'

/** What the flow curve shows. */
export type FlowCurveData = {
  readonly dpFull: number
  readonly unitLabel: string
  readonly fullFlow: number
  readonly flowUnit: string
  /** Error of differential pressure, % of span: what the band is made from. */
  readonly dpErrorPercent: number
  /** Cut-off as set, and from where the flow is worth reading, % of flow; null where that is nowhere. */
  readonly cutOffPercent: number
  readonly honestFromPercent: number | null
  /** Flow shown where nothing flows, % of full flow. */
  readonly zeroShiftPercent: number
}

/**
 * Flow over differential pressure with the band an error of the pressure makes of it: wide below, narrow above. The part
 * below the honest flow is shaded, the cut-off a line, the zero shift a mark on the axis.
 */
export function flowCurve(data: FlowCurveData, style: ChartStyle): ChartPicture {
  const { dpFull, unitLabel, fullFlow, flowUnit, zeroShiftPercent } = data
  const { palette } = style
  const number = (value: number) => formatPlain(Number(value.toPrecision(4)))
  const said = [
    zeroShiftPercent > 0 ? [`at no flow: ${number((zeroShiftPercent / 100) * fullFlow)} ${flowUnit} shown`] : [],
    curve(0).map(
      ({ x, y }) => `${number((x / 100) * dpFull)} ${unitLabel}: ${number((y / 100) * fullFlow)} ${flowUnit}`,
    ),
  ]
  return {
    words: inWords(data),
    said,
    configuration: {
      type: 'scatter',
      data: { datasets: [zeroShift(data, style), curveOf(style), ...cutOffLine(data, style)] },
      options: {
        ...chartOptions(style, {
          said,
          title: `flow, ${flowUnit}`,
          zones: [...belowHonest(data, palette.clayGround), { corners: bandOf(data), colour: palette.verdigrisInner }],
          remarks: remarksOf(data, style),
        }),
        scales: {
          x: linearAxis(style, {
            title: `differential pressure, ${unitLabel}`,
            ends: [0, 100],
            at: [0, 25, 50, 75, 100],
            words: (percent) => number((percent / 100) * dpFull),
          }),
          y: linearAxis(style, {
            ends: [0, FLOW_TOP],
            at: [0, 50, 100],
            words: (percent) => number((percent / 100) * fullFlow),
            lines: 'all',
          }),
        },
      },
    },
  }
}

/** Where the picture ends, % of full flow. */
const FLOW_TOP = 105
const STEPS = 40

/** The root curve moved by an error of differential pressure, both axes in %; closer together where it is steep. */
function curve(errorPercent: number): Place[] {
  return Array.from({ length: STEPS + 1 }, (_, index) => {
    const dp = (index / STEPS) ** 2 * 100
    return { x: dp, y: rootPercent(dp + errorPercent) }
  })
}

const bandOf = ({ dpErrorPercent }: FlowCurveData): Place[] => [
  ...curve(dpErrorPercent),
  ...curve(-dpErrorPercent).toReversed(),
]

const curveOf = ({ palette, fontSize }: ChartStyle) => ({
  label: 'flow',
  data: curve(0),
  showLine: true,
  borderColor: palette.ink,
  borderWidth: 2.4,
  pointRadius: 0,
  pointHitRadius: fontSize,
  pointHoverRadius: fontSize * 0.4,
  pointHoverBackgroundColor: palette.ink,
})

function zeroShift({ zeroShiftPercent }: FlowCurveData, { palette, fontSize }: ChartStyle) {
  return {
    label: 'zero shift',
    data: zeroShiftPercent > 0 ? [{ x: 0, y: zeroShiftPercent }] : [],
    clip: false as const,
    pointStyle: 'crossRot' as const,
    pointRadius: fontSize * 0.5,
    pointHitRadius: fontSize,
    pointBorderWidth: 2.4,
    pointBorderColor: palette.clay,
  }
}

function cutOffLine({ cutOffPercent }: FlowCurveData, { palette }: ChartStyle) {
  if (cutOffPercent <= 0) return []
  return [
    {
      label: 'cut-off',
      data: [0, 100].map((x) => ({ x, y: cutOffPercent })),
      showLine: true,
      borderColor: palette.brass,
      borderWidth: 1.8,
      borderDash: [6, 4],
      pointRadius: 0,
      pointHitRadius: 0,
    },
  ]
}

function belowHonest({ honestFromPercent }: FlowCurveData, colour: string): Zone[] {
  if (honestFromPercent === null) return []
  const corners = [
    { x: 0, y: 0 },
    { x: 100, y: 0 },
    { x: 100, y: honestFromPercent },
    { x: 0, y: honestFromPercent },
  ]
  return [{ corners, colour }]
}

function remarksOf({ cutOffPercent, honestFromPercent }: FlowCurveData, { palette }: ChartStyle): Remark[] {
  const atRight = { align: 'right', right: -0.4 } as const
  const honest = honestFromPercent === null ? null : formatPlain(Number(honestFromPercent.toFixed(1)))
  return [
    ...(honest === null
      ? []
      : [
          {
            ...atRight,
            at: { x: 100, y: 0 },
            text: `below ${honest} % not worth reading`,
            colour: palette.ink,
            up: 0.9,
          },
        ]),
    ...(cutOffPercent > 0
      ? [
          {
            ...atRight,
            at: { x: 100, y: cutOffPercent },
            text: `cut-off ${formatPlain(cutOffPercent)} %`,
            colour: palette.brass,
            up: 0.9,
          },
        ]
      : []),
  ]
}

const inWords = (data: FlowCurveData): string =>
  `Flow over differential pressure: ${formatPlain(data.fullFlow)} ${data.flowUnit} at ${formatPlain(Number(data.dpFull.toPrecision(5)))} ${data.unitLabel}.${data.honestFromPercent === null ? '' : ` Below ${formatFixed(data.honestFromPercent, 1)} % the error is larger than allowed.`} A zero shift shows ${formatFixed(data.zeroShiftPercent, 1)} % at no flow.`
