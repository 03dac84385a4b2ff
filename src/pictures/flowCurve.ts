import { formatPlain } from '@/core/format/formatNumber'
import { rootPercent } from '@/core/transfer/transfer'
import type { Scene, Shape } from './scene'
import { stroke, write } from './strokes'

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

type Size = { readonly width: number; readonly height: number; readonly fontSize: number }

/**
 * Flow over differential pressure with the band an error of the pressure makes of it: wide below, narrow above. The part
 * below the honest flow is shaded, the cut-off a line, the zero shift a mark on the axis.
 */
export function flowCurve(data: FlowCurveData, { width, height, fontSize: font }: Size): Scene {
  const [left, right, top, foot] = [font * 4.6, width - font * 1.4, font * 1.8, height - font * 3.6]
  const frame: Frame = {
    x: (dpPercent) => left + (dpPercent / 100) * (right - left),
    y: (flowPercent) => foot - (flowPercent / 105) * (foot - top),
    left,
    right,
    top,
    foot,
    font,
  }
  return {
    width,
    height,
    words: inWords(data),
    shapes: [
      { kind: 'box', x: left, y: top, width: right - left, height: foot - top, tone: 'card', outline: 'rule' },
      ...belowHonest(data, frame),
      ...axes(data, frame),
      ...band(data, frame),
      stroke(curvePoints(frame, 0), 'ink', 2.4),
      ...cutOffLine(data, frame),
      ...zeroShift(data, frame),
    ],
  }
}

type Frame = {
  readonly x: (dpPercent: number) => number
  readonly y: (flowPercent: number) => number
  readonly left: number
  readonly right: number
  readonly top: number
  readonly foot: number
  readonly font: number
}

/** The root curve moved by an error of differential pressure; closer together where it is steep. */
function curvePoints({ x, y }: Frame, errorPercent: number): [number, number][] {
  return Array.from({ length: 81 }, (_, index) => {
    const flow = index / 80
    const dp = flow ** 2 * 100
    return [x(dp), y(rootPercent(dp + errorPercent))]
  })
}

function band({ dpErrorPercent }: FlowCurveData, frame: Frame): Shape[] {
  const upper = curvePoints(frame, dpErrorPercent)
  const lower = curvePoints(frame, -dpErrorPercent)
  return [{ kind: 'area', tone: 'verdigrisInner', points: [...upper, ...lower.toReversed()] }]
}

function belowHonest({ honestFromPercent }: FlowCurveData, { y, left, right, foot, font }: Frame): Shape[] {
  if (honestFromPercent === null) return []
  const top = y(honestFromPercent)
  return [
    {
      kind: 'area',
      tone: 'clayGround',
      points: [
        [left, top],
        [right, top],
        [right, foot],
        [left, foot],
      ],
    },
    write(
      [right - font * 0.4, foot - font * 0.5],
      `below ${formatPlain(Number(honestFromPercent.toFixed(1)))} % not worth reading`,
      { size: font * 0.92, anchor: 'end', tone: 'ink' },
    ),
  ]
}

function axes(
  { dpFull, unitLabel, fullFlow, flowUnit }: FlowCurveData,
  { x, y, left, right, top, foot, font }: Frame,
): Shape[] {
  const number = (value: number) => formatPlain(Number(value.toPrecision(4)))
  return [
    ...[0, 25, 50, 75, 100].flatMap((percent) => [
      stroke(
        [
          [x(percent), foot],
          [x(percent), foot + font * 0.4],
        ],
        'soft',
        1,
      ),
      write([x(percent), foot + font * 1.5], number((percent / 100) * dpFull), { size: font * 0.92, anchor: 'middle' }),
    ]),
    ...[0, 50, 100].flatMap((percent) => [
      stroke(
        [
          [left, y(percent)],
          [right, y(percent)],
        ],
        'rule',
        1,
      ),
      write([left - font * 0.5, y(percent) + font * 0.35], number((percent / 100) * fullFlow), {
        size: font * 0.92,
        anchor: 'end',
      }),
    ]),
    write([(left + right) / 2, foot + font * 2.9], `differential pressure, ${unitLabel}`, {
      size: font * 0.92,
      anchor: 'middle',
    }),
    write([left, top - font * 0.6], `flow, ${flowUnit}`, { size: font * 0.92, anchor: 'start' }),
  ]
}

function cutOffLine({ cutOffPercent }: FlowCurveData, { y, left, right, font }: Frame): Shape[] {
  if (cutOffPercent <= 0) return []
  const at = y(cutOffPercent)
  return [
    stroke(
      [
        [left, at],
        [right, at],
      ],
      'brass',
      1.8,
      [6, 4],
    ),
    write([right - font * 0.4, at - font * 0.45], `cut-off ${formatPlain(cutOffPercent)} %`, {
      size: font * 0.92,
      anchor: 'end',
      tone: 'brass',
    }),
  ]
}

function zeroShift({ zeroShiftPercent }: FlowCurveData, { x, y, font }: Frame): Shape[] {
  if (zeroShiftPercent <= 0) return []
  return [
    { kind: 'mark', x: x(0), y: y(zeroShiftPercent), mark: 'outside', tone: 'clay', size: font * 1.1, isFilled: true },
  ]
}

const inWords = (data: FlowCurveData): string =>
  `Flow over differential pressure: ${formatPlain(data.fullFlow)} ${data.flowUnit} at ${formatPlain(Number(data.dpFull.toPrecision(5)))} ${data.unitLabel}.${data.honestFromPercent === null ? '' : ` Below ${data.honestFromPercent.toFixed(1)} % the error is larger than allowed.`} A zero shift shows ${data.zeroShiftPercent.toFixed(1)} % at no flow.`
