import { linearRegression, linearRegressionLine } from 'simple-statistics'
import { describe, expect, test } from 'vitest'
import { SIGNALS } from '../signal/signal'
import { errorLine } from './errorLine'
import { hysteresisPercentSpan } from './hysteresis'
import { type Direction, type JudgedPoint, judgePoint } from './judgedPoint'
import { analyseRound } from './roundAnalysis'

const basis = {
  range: { lrv: 0, urv: 100, unit: 'kPa' as const },
  url: 100,
  scale: SIGNALS['4-20mA'],
  errorLimit: { combine: 'sum' as const, terms: [{ kind: 'percentSpan' as const, value: 0.5 }] },
  adjustLimit: { combine: 'sum' as const, terms: [{ kind: 'percentSpan' as const, value: 0.25 }] },
}

/** A point with a given error in % of span, made through the output it would show. */
const point = (percent: number, error: number, direction: Direction = 'rising'): JudgedPoint =>
  judgePoint({ targetPercent: percent, direction, applied: percent, output: 4 + 0.16 * (percent + error) }, basis)
const upDown = (up: (percent: number) => number, down = up): JudgedPoint[] => [
  ...[0, 25, 50, 75, 100].map((percent) => point(percent, up(percent))),
  ...[75, 50, 25, 0].map((percent) => point(percent, down(percent), 'falling')),
]

describe('error line: ordinary least squares, beside simple-statistics 7', () => {
  const points = upDown((p) => 0.1 + 0.003 * p + 0.05 * Math.sin(p))
  const line = linearRegression(points.map((p) => [p.appliedPercent, p.errorPercentSpan]))
  test('zero and growth', () => {
    expect(errorLine(points)?.atZeroPercentSpan).toBeCloseTo(line.b, 10)
    expect(errorLine(points)?.growthPercentSpan).toBeCloseTo(line.m * 100, 8)
  })
  test('largest residual', () => {
    const at = linearRegressionLine(line)
    const largest = Math.max(...points.map((p) => Math.abs(p.errorPercentSpan - at(p.appliedPercent))))
    expect(errorLine(points)?.residualPercentSpan).toBeCloseTo(largest, 10)
  })
  test('one point, or the same point twice, is no line', () => {
    expect(errorLine([point(50, 0.1)])).toBeNull()
    expect(errorLine([point(50, 0.1), point(50.1, 0.2)])).toBeNull()
  })
})

describe('hysteresis: ISA-51.1 (from memory), largest up–down difference at a point', () => {
  test('0.3 % apart at mid-scale', () => {
    expect(
      hysteresisPercentSpan(
        upDown(
          (p) => (p === 50 ? -0.1 : 0),
          (p) => (p === 50 ? 0.2 : 0),
        ),
      ),
    ).toBeCloseTo(0.3, 9)
  })
  test('an ideal instrument has none; rising points alone tell nothing', () => {
    expect(hysteresisPercentSpan(upDown(() => 0.2))).toBeCloseTo(0, 9)
    expect(hysteresisPercentSpan([point(0, 0), point(50, 0)])).toBeNull()
  })
})

describe('the shape of errors (common practice, no source)', () => {
  test.each<[string, JudgedPoint[]]>([
    ['flat', upDown(() => 0.1)],
    ['zero', upDown(() => 0.4)],
    ['span', upDown((p) => 0.004 * p)],
    ['zero-and-span', upDown((p) => 0.5 - 0.009 * p)],
    ['bow', upDown((p) => 0.9 * ((4 * p * (100 - p)) / 1e4))],
    [
      'hysteresis',
      upDown(
        (p) => (-0.4 * 4 * p * (100 - p)) / 1e4,
        (p) => (0.4 * 4 * p * (100 - p)) / 1e4,
      ),
    ],
    ['cannot-tell', [point(0, 3)]],
  ])('%s', (shape, points) => {
    expect(analyseRound(points).shape).toBe(shape)
  })
})

describe('a round', () => {
  test('counts points outside and beyond the adjust limit, and takes the worst verdict', () => {
    const analysis = analyseRound([point(0, 0.1), point(50, -0.3), point(100, 0.6)])
    expect(analysis).toMatchObject({ verdict: 'outside', pointsOutside: 1, pointsBeyondAdjustLimit: 1 })
    expect(analysis.largest?.targetPercent).toBe(100)
  })
  test('with a limit of reading, the point nearest its limit decides, and the numerically largest error is another', () => {
    const ofReading = {
      ...basis,
      adjustLimit: null,
      errorLimit: { combine: 'sum' as const, terms: [{ kind: 'percentReading' as const, value: 1 }] },
    }
    const low = judgePoint({ targetPercent: 10, direction: 'rising', applied: 10, output: 4 + 0.16 * 10.2 }, ofReading)
    const high = judgePoint(
      { targetPercent: 100, direction: 'rising', applied: 100, output: 4 + 0.16 * 100.5 },
      ofReading,
    )
    const analysis = analyseRound([low, high])
    expect(analysis.nearestLimit).toBe(low)
    expect(analysis.largest).toBe(high)
    expect([low.verdict, high.verdict]).toEqual(['outside', 'inside'])
  })
  test('a gain error under a limit of reading is a span error, although the limit at its foot is tiny', () => {
    const ofReading = {
      ...basis,
      adjustLimit: null,
      errorLimit: { combine: 'sum' as const, terms: [{ kind: 'percentReading' as const, value: 6 }] },
    }
    const points = [1, 10, 40, 100].map((percent) =>
      judgePoint(
        { targetPercent: percent, direction: 'rising', applied: percent, output: 4 + 0.16 * percent * 1.05 },
        ofReading,
      ),
    )
    expect(analyseRound(points).shape).toBe('span')
  })
  test('without readings gives nothing, not zeros', () => {
    expect(analyseRound([])).toMatchObject({
      verdict: null,
      largest: null,
      line: null,
      hysteresisPercentSpan: null,
      shape: 'cannot-tell',
    })
  })
})
