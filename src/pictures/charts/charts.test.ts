import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { judgePoint } from '@/core/analysis/judgedPoint'
import { SIGNALS } from '@/core/signal/signal'
import { type Contribution, type ContributionGroup, readingBudget } from '@/core/uncertainty/contribution'
import { drawn, STYLE } from '../../../tests/support/drawnChart'
import { LIGHT } from '../palette'
import { budgetColumns } from './budgetColumns'
import type { ChartPicture } from './chartPicture'
import { convergencePad } from './convergencePad'
import type { CorridorData } from './corridorData'
import { corridorPointer } from './corridorPointer'
import { curvesChart } from './curves'
import { decisionZone } from './decisionZone'
import { drumCurve } from './drumCurve'
import { errorCorridor } from './errorCorridor'
import { flowCurve } from './flowCurve'
import { histogram } from './histogram'
import { decimalsOfTicks } from './tickWords'

// Common practice, no source: where things lie follows from proportion alone; the figures are invented.
const basis = {
  range: { lrv: 0, urv: 40, unit: 'kPa' as const },
  url: 50,
  scale: SIGNALS['4-20mA'],
  errorLimit: { combine: 'sum' as const, terms: [{ kind: 'percentSpan' as const, value: 0.5 }] },
  adjustLimit: null,
}
const point = (percent: number, output: number, direction: 'rising' | 'falling' = 'rising') =>
  judgePoint({ targetPercent: percent, direction, applied: percent * 0.4, output }, basis)
const corridor = (outputs: readonly number[]): CorridorData => ({
  basis,
  unitLabel: 'kPa',
  testPoints: [0, 50, 100],
  series: [{ label: 'As found', style: 'as-found', points: outputs.map((output, index) => point(index * 50, output)) }],
})
const labelsOf = (picture: ChartPicture, axis: string, style = STYLE) =>
  drawn(picture, style).chart.scales[axis]?.ticks.map(({ label }) => label)

describe('the error corridor', () => {
  test('a mark lies where its error is: twice the error, twice the height above zero', () => {
    const [one, , two] = drawn(errorCorridor(corridor([4.02, 12, 20.04]), STYLE)).pointsOf('As found')
    const [zero] = drawn(errorCorridor(corridor([4, 12, 20]), STYLE)).pointsOf('As found')
    const middle = zero?.y ?? 0
    expect((middle - (two?.y ?? 0)) / (middle - (one?.y ?? 0))).toBeCloseTo(2, 6)
  })
  test('half the input lies half way across, and the numbers below are inputs', () => {
    const picture = errorCorridor(corridor([4, 12, 20]), STYLE)
    const [left, middle, right] = drawn(picture).pointsOf('As found')
    expect(((middle?.x ?? 0) - (left?.x ?? 0)) / ((right?.x ?? 0) - (left?.x ?? 0))).toBeCloseTo(0.5, 6)
    expect(labelsOf(picture, 'x')).toEqual(['0', '20', '40'])
  })
  test('a reverse-acting range begins at its LRV', () => {
    const reversed = { ...corridor([4, 12, 20]), basis: { ...basis, range: { lrv: 40, urv: 0, unit: 'kPa' as const } } }
    expect(labelsOf(errorCorridor(reversed, STYLE), 'x')).toEqual(['40', '20', '0'])
  })
  test('nothing is 0, whatever bits its sum leaves: −0.3 and three quarters of 0.4 are 5.6e−17', () => {
    const draught = { ...corridor([4, 16, 20]), testPoints: [0, 25, 75, 100] }
    const range = { lrv: -0.3, urv: 0.1, unit: 'kPa' as const }
    expect(labelsOf(errorCorridor({ ...draught, basis: { ...basis, range } }, STYLE), 'x')).toEqual([
      ...['−0.3', '−0.2', '0', '0.1'],
    ])
  })
  test('over decades the input is logarithmic: each decade is as wide as the other', () => {
    const decades = {
      ...corridor([]),
      errorBasis: 'reading' as const,
      testPoints: [0.1, 1, 10, 100],
      series: [
        { label: 'As found', style: 'as-found' as const, points: [0.1, 1, 10, 100].map((p) => point(p, 4 + p * 0.16)) },
      ],
    }
    const [a, b, c, d] = drawn(errorCorridor(decades, STYLE)).pointsOf('As found')
    expect((b?.x ?? 0) - (a?.x ?? 0)).toBeCloseTo((c?.x ?? 0) - (b?.x ?? 0), 6)
    expect((d?.x ?? 0) - (c?.x ?? 0)).toBeCloseTo((c?.x ?? 0) - (b?.x ?? 0), 6)
  })
  test('what has no logarithm, and what lies beyond the inputs, stands on the edge', () => {
    const points = [0.1, 1, 10, 100].map((p) => point(p, 4 + p * 0.16))
    const decades: CorridorData = {
      ...corridor([]),
      errorBasis: 'reading',
      testPoints: [0.1, 1, 10, 100],
      series: [{ label: 'As found', style: 'as-found', points: [point(0, 4), ...points] }],
    }
    const { pointsOf, chart } = drawn(errorCorridor(decades, STYLE))
    const [zero, lowest] = pointsOf('As found')
    expect(zero?.x).toBeCloseTo(lowest?.x ?? 0, 6)
    expect(chart.scales.x?.min).toBeCloseTo(0.04, 12) // 0.1 % of 40 kPa
    const at = (percent: number) => corridorPointer(decades, { percent, errorPercentSpan: null, direction: 'rising' }).x
    expect(at(-5)).toBeCloseTo(0.04, 12)
    expect(at(900)).toBeCloseTo(40, 12)
  })
  test('a slip of the decimal mark is drawn on the edge, inside the picture', () => {
    const { pointsOf, chart } = drawn(errorCorridor(corridor([40, 12, 2000]), STYLE))
    for (const { y } of pointsOf('As found')) {
      expect(y).toBeGreaterThanOrEqual(chart.chartArea.top)
      expect(y).toBeLessThanOrEqual(chart.chartArea.bottom)
    }
  })
  test('a point beyond the frame has its figure beside it; one inside has none', () => {
    // 30 mA on 4 … 20 mA is 62.5 % of span too much; the frame ends at forty limits of 0.5 %.
    const { chart } = drawn(errorCorridor(corridor([4, 12, 30]), STYLE))
    expect(chart.config.options?.plugins?.marginalia?.remarks).toMatchObject([{ text: '+62.5', at: { x: 100, y: 20 } }])
    expect(
      drawn(errorCorridor(corridor([4, 12, 21]), STYLE)).chart.config.options?.plugins?.marginalia?.remarks,
    ).toEqual([])
  })
  test('inside the limit stands on verdigris, outside on the plain ground', () => {
    const { chart, colourAt } = drawn(errorCorridor(corridor([4, 12, 20]), STYLE))
    const at = (error: number) =>
      colourAt(chart.scales.x?.getPixelForValue(25) ?? 0, chart.scales.y?.getPixelForValue(error) ?? 0)
    expect(at(0.45)).toBe(LIGHT.verdigrisGround)
    expect(at(-0.45)).toBe(LIGHT.verdigrisGround)
    expect(at(0.55)).toBe(LIGHT.card)
  })
  test('rising points up, falling points down; as found is hollow, as left filled', () => {
    const points = [point(0, 4), point(100, 20), point(50, 12, 'falling')]
    const of = (style: 'as-found' | 'as-left') => {
      const data = { ...corridor([]), series: [{ label: 'read', style, points }] }
      return errorCorridor(data, STYLE).configuration.data.datasets[0]
    }
    expect(of('as-found')).toMatchObject({ pointRotation: [0, 0, 180], pointBackgroundColor: LIGHT.card })
    expect(of('as-left')).toMatchObject({ pointBackgroundColor: [LIGHT.verdigris, LIGHT.verdigris, LIGHT.verdigris] })
  })
  test('limit and adjust limit are named at the right; one of them where there is no room for both', () => {
    const adjust = (value: number) => ({
      ...corridor([4, 12, 20]),
      basis: { ...basis, adjustLimit: { combine: 'sum' as const, terms: [{ kind: 'percentSpan' as const, value }] } },
    })
    expect(labelsOf(errorCorridor(adjust(0.2), STYLE), 'yLimits')).toEqual(['adjust', 'limit'])
    expect(labelsOf(errorCorridor(adjust(0.48), STYLE), 'yLimits')).toEqual(['limit'])
  })
  test('numbers under the test points do not touch, however many there are', () => {
    const many = { ...corridor([4, 12, 20]), testPoints: Array.from({ length: 41 }, (_, index) => index * 2.5) }
    const kept = labelsOf(errorCorridor(many, STYLE), 'x') ?? []
    expect(kept.length).toBeGreaterThan(5)
    expect(kept.length).toBeLessThan(16)
  })
  test('says in words what it shows, and each point when it is asked for', () => {
    const picture = errorCorridor(corridor([4, 12.16, 20]), STYLE)
    expect(picture.words).toBe(
      'Error corridor. As found: 3 points, largest error +1.000 % of span at 20 kPa, 1 outside the limit.',
    )
    expect(picture.said.flat()[1]).toBe('As found, rising, 20 kPa: +1.000 % of span, outside')
    expect(errorCorridor(corridor([]), STYLE).words).toContain('empty')
    // Under a rule that says more, what is read out says it as the ladder does.
    const stated = { ...point(50, 12.02), statement: 'conditional pass' as const }
    const ruled = { ...corridor([]), series: [{ label: 'As found', style: 'as-found' as const, points: [stated] }] }
    expect(errorCorridor(ruled, STYLE).said.flat()[0]).toMatch(/: \+0\.125 % of span, conditional pass$/)
  })
  test('the reading being typed stands at its error, and the corridor does not stretch for a number half typed', () => {
    const data = corridor([4, 12])
    const at = (errorPercentSpan: number | null) =>
      corridorPointer(data, { percent: 100, errorPercentSpan, direction: 'falling' })
    expect(at(0.4)).toEqual({ x: 100, y: 0.4, direction: 'falling', says: null })
    expect(at(null)).toMatchObject({ x: 100, y: null })
    // 1 mA of 16.04: −93.75 % of span.
    const beyond = at(-93.75)
    expect(beyond.says).toBe('−93.8')
    expect(beyond.y).toBe(drawn(errorCorridor(data, STYLE)).chart.scales.y?.min)
  })
  test('a guard band is hatched between the acceptance limit and the error limit, on both sides, and nowhere else', () => {
    const data = corridor([4, 12, 20])
    const banded = { ...data, guardBand: data.testPoints.map((percent) => ({ percent, width: 0.2 })) }
    const { chart, shareOf } = drawn(errorCorridor(banded, STYLE))
    const strokes = (from: number, to: number) => {
      const [top = 0, bottom = 0] = [to, from].map((error) => chart.scales.y?.getPixelForValue(error))
      // Between the ends of the axis and half way across lie no marks.
      const x = (chart.scales.x?.getPixelForValue(0) ?? 0) + 12
      return 1 - shareOf(LIGHT.verdigrisGround, { x, y: top + 3, width: 180, height: bottom - top - 6 })
    }
    expect(strokes(0.3, 0.5)).toBeGreaterThan(0.1)
    expect(strokes(-0.5, -0.3)).toBeGreaterThan(0.1)
    expect(strokes(0.05, 0.3)).toBe(0)
    expect(strokes(-0.3, -0.05)).toBe(0)
  })
})

describe('convergence pad', () => {
  const path = [
    { zeroError: 3, fullError: -4 },
    { zeroError: -1, fullError: -8 },
    { zeroError: 2, fullError: 0 },
  ]
  const pad = convergencePad(
    { path, limit: 0.5, aim: { zeroError: -1.5, fullError: -3.5 }, aimLabel: 'zero: set 3.85 psi' },
    STYLE,
  )
  test('errors lie to the right of and above nothing in proportion', () => {
    const [a, b, c] = drawn(pad).pointsOf('readings of both ends')
    const share = (from?: number, to?: number) => (to ?? 0) - (from ?? 0)
    expect(share(b?.x, a?.x) / share(b?.x, c?.x)).toBeCloseTo(4 / 3, 9) // 3 − (−1) over 2 − (−1)
    expect(share(a?.y, b?.y) / share(c?.y, b?.y)).toBeCloseTo(4 / 8, 9) // screen y runs down
  })
  test('the box of the limit lies around nothing', () => {
    const { chart, colourAt } = drawn(pad)
    const at = (x: number, y: number) =>
      colourAt(chart.scales.x?.getPixelForValue(x) ?? 0, chart.scales.y?.getPixelForValue(y) ?? 0)
    expect(at(0.3, 0.3)).toBe(LIGHT.verdigrisGround)
    expect(at(-0.3, -0.3)).toBe(LIGHT.verdigrisGround)
    expect(at(0.8, 0.8)).toBe(LIGHT.card)
  })
  test('everything lies inside the frame, and the words tell the next aim', () => {
    const { chart, pointsOf } = drawn(pad)
    const { left, right, top, bottom } = chart.chartArea
    for (const { x, y } of [...pointsOf('readings of both ends'), ...pointsOf('next')]) {
      expect(x >= left && x <= right && y >= top && y <= bottom).toBe(true)
    }
    expect(pad.words).toContain('Next: zero: set 3.85 psi')
    expect(pad.said[0]?.[1]).toBe('move 1: −1.00 % at 0 % and −8.00 % at 100 %')
  })
  test('with nothing left to do it says so, and aims nowhere', () => {
    const at = { zeroError: 0.1, fullError: 0.1 }
    const done = convergencePad({ path: [at], limit: 0.5, aim: null, aimLabel: '' }, STYLE)
    expect(done.words).toContain('inside the limit')
    expect(done.configuration.data.datasets).toHaveLength(1)
  })
})

describe('decision zone', () => {
  const zone = (error: number) =>
    decisionZone({ error, limit: 1, acceptanceLimit: 0.75, expandedUncertainty: 0.25, unit: 'kPa' }, STYLE)
  test('the limits lie symmetrically, and a far error with its whisker still fits', () => {
    for (const error of [0.5, -4]) {
      const { chart, pointsOf } = drawn(zone(error))
      const { left, right } = chart.chartArea
      const ends = ['−1.000000', '+1.000000'].map((limit) => pointsOf(`error limit ${limit}`)[0]?.x ?? 0)
      expect((ends[0] ?? 0) + (ends[1] ?? 0)).toBeCloseTo(left + right, 6)
      for (const { x } of pointsOf('expanded uncertainty')) expect(x >= left && x <= right).toBe(true)
    }
  })
  test('the guard band is hatched, not only coloured; what is accepted is not', () => {
    const { chart, shareOf } = drawn(zone(0.1))
    const share = (from: number, to: number) => {
      const [x = 0, end = 0] = [from, to].map((error) => chart.scales.x?.getPixelForValue(error))
      const box = { x: x + 3, y: chart.chartArea.top + 4, width: end - x - 6, height: 40 }
      return 1 - shareOf(LIGHT.verdigrisGround, box)
    }
    expect(share(0.75, 1)).toBeGreaterThan(0.1)
    expect(share(-1, -0.75)).toBeGreaterThan(0.1)
    expect(share(0.4, 0.75)).toBe(0)
  })
})

describe('flow curve', () => {
  const data = {
    dpFull: 20,
    unitLabel: 'kPa',
    fullFlow: 50,
    flowUnit: 't/h',
    dpErrorPercent: 0.2,
    cutOffPercent: 8,
    honestFromPercent: 14,
    zeroShiftPercent: 3,
  }
  test('half the flow at a quarter of the differential pressure: flow goes with its root', () => {
    const { chart, pointsOf } = drawn(flowCurve(data, STYLE))
    const [x, y] = [chart.scales.x?.getPixelForValue(25) ?? 0, chart.scales.y?.getPixelForValue(50) ?? 0]
    expect(pointsOf('flow').some((at) => Math.abs(at.x - x) < 0.01 && Math.abs(at.y - y) < 0.01)).toBe(true)
  })
  test('below the honest flow the ground is clay; the cut-off lies at its flow', () => {
    const { chart, colourAt, pointsOf } = drawn(flowCurve(data, STYLE))
    const y = (percent: number) => chart.scales.y?.getPixelForValue(percent) ?? 0
    const x = chart.scales.x?.getPixelForValue(40) ?? 0
    expect(colourAt(x, y(11))).toBe(LIGHT.clayGround)
    expect(colourAt(x, y(20))).toBe(LIGHT.card)
    expect(pointsOf('cut-off')[0]?.y).toBeCloseTo(y(8), 6)
  })
  test('without a cut-off there is no line, and where nothing is worth reading no ground', () => {
    const { chart } = drawn(flowCurve({ ...data, cutOffPercent: 0, honestFromPercent: null }, STYLE))
    expect(chart.data.datasets.map(({ label }) => label)).not.toContain('cut-off')
    expect(chart.config.options?.plugins?.marginalia?.zones).toHaveLength(1)
  })
})

test('a drum calibrated cold shows its own ends, and the line that is right runs through 0 and 100', () => {
  const { chart, pointsOf } = drawn(drumCurve({ truePercent: 50, coldShowsPercent: 43.2, ends: [3, 83.4] }, STYLE))
  const y = (percent: number) => chart.scales.y?.getPixelForValue(percent) ?? 0
  expect(pointsOf('calibrated cold').map((at) => at.y)).toEqual([y(3), y(83.4)])
  expect(pointsOf('right').map((at) => at.y)).toEqual([y(0), y(100)])
  expect(pointsOf('shown now')[0]?.y).toBeCloseTo(y(43.2), 6)
})

describe('columns of a budget', () => {
  const line = (group: ContributionGroup, value: number): Contribution => ({
    group,
    name: `line of ${group}`,
    value,
    unit: '% of span',
    distribution: 'normal',
    sensitivity: 1,
    degrees: Number.POSITIVE_INFINITY,
    source: 'declared',
  })
  /** Two quarters of the variance from the reference, one from each of the others: u = 2 · size. */
  const column = (size: number, direction: 'rising' | 'falling') => ({
    name: '20 kPa',
    direction,
    budget: readingBudget([line('reference', size * Math.SQRT2), line('output', size), line('instrument', size)]),
  })
  test('each part is as tall as its share of the variance, and all together as tall as U', () => {
    const columns = [column(0.05, 'rising'), column(0.025, 'falling')]
    const picture = budgetColumns(columns, STYLE)
    const sums = [0, 1].map((index) =>
      picture.configuration.data.datasets.reduce((sum, { data }) => sum + Number(data[index]), 0),
    )
    expect(sums[0]).toBeCloseTo(0.2, 6)
    expect(sums[1]).toBeCloseTo(0.1, 6)
    expect(Number(picture.configuration.data.datasets[0]?.data[0])).toBeCloseTo(0.1, 6)
    expect(picture.said[0]?.[1]).toBe('20 kPa: pressure reference and head 50 % of U = ±0.10 %')
    expect(labelsOf(picture, 'y')).toEqual(['0', '±0.20 %'])
  })
  test('without an uncertainty it is empty, and still a chart', () => {
    expect(labelsOf(budgetColumns([], STYLE), 'y')).toEqual(['0'])
  })
})

test('a histogram tells the coverage interval by colour and in words', () => {
  const picture = histogram({ low: 0, binWidth: 1, counts: [1, 5, 9, 4], unit: 'kPa', inside: [1, 3] }, STYLE)
  expect(picture.configuration.data.datasets[0]?.backgroundColor).toEqual([
    LIGHT.soft,
    LIGHT.verdigris,
    LIGHT.verdigris,
    LIGHT.soft,
  ])
  expect(picture.words).toContain('between 1.0000 and 3.0000')
  expect(picture.said[0]?.[2]).toBe('2.50 kPa: 9 times')
})

test('curves have their own ends in view', () => {
  const points = [
    { x: 0, y: -2 },
    { x: 50, y: 7 },
  ]
  const { chart, pointsOf } = drawn(
    curvesChart({ curves: [{ label: 'output', points }], x: 'input, %', y: 'output, %', words: 'a curve' }, STYLE),
  )
  const { left, right, top, bottom } = chart.chartArea
  for (const { x, y } of pointsOf('output'))
    expect(x >= left - 0.5 && x <= right + 0.5 && y >= top - 0.5 && y <= bottom + 0.5).toBe(true)
})

test.each([
  [[0, 10, 20], 0],
  [[-0.4, -0.2, 0, 0.2], 1],
  [[0, 0.25, 0.5], 2],
  [[5], 0],
])('numbers of an axis %j are told apart by %d decimals', (ticks, decimals) => {
  expect(decimalsOfTicks(ticks)).toBe(decimals)
})

test('whatever was read, no chart has a coordinate that is not a number', () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: -200, max: 200, noNaN: true }), { minLength: 1, maxLength: 3 }),
      (outputs) => {
        const { pointsOf } = drawn(errorCorridor(corridor(outputs), STYLE))
        for (const { x, y } of pointsOf('As found')) expect(Number.isFinite(x) && Number.isFinite(y)).toBe(true)
      },
    ),
    { seed: 20261128, numRuns: 40 },
  )
})
