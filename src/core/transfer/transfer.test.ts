import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { reference } from '../../../tests/support/reference'
import { percentOfShown, shownAtPercent } from './displayScale'
import { monotoneTable } from './monotoneTable'
import { rootsShown } from './rootTaken'
import { type Transfer, transferCurve } from './transfer'

const percent = fc.double({ min: 0, max: 100, noNaN: true })

describe('square root: flow % = √(DP %) (square-root law, ISO 5167-1)', () => {
  const bare = transferCurve({ kind: 'root-to-zero', cutOffPercent: 0 })
  test.each([
    [0, 0],
    [1, 10],
    [25, 50],
    [50, 70.71068],
    [81, 90],
    [100, 100],
  ])('%d %% of DP is %d %% of flow', (dp, flow) => {
    expect(bare.forward(dp)).toBeCloseTo(flow, 5)
    expect(bare.inverse(flow)).toBeCloseTo(dp, 5)
  })
  test('a zero shift of 0.07 in 172.75 reads 2 % flow (common practice, no source)', () => {
    expect(bare.forward((0.07 / 172.75) * 100)).toBeCloseTo(2, 1)
  })
  test('taken twice, 0.2 of 172.75 shows 18 % instead of 3.4 % (common practice, no source)', () => {
    const { once, twice, none } = rootsShown((0.2 / 172.75) * 100)
    expect(once).toBeCloseTo(3.4, 1)
    expect(twice).toBeCloseTo(18.4, 1) // the trade rounds it to 18 %
    expect(none).toBeCloseTo(0.116, 3)
  })
})

describe('below the cut-off there are two schools', () => {
  const toZero = transferCurve({ kind: 'root-to-zero', cutOffPercent: 12 })
  const withLine = transferCurve({ kind: 'root-with-line', cutOffPercent: 12 })
  test('drop to zero, or a straight line from zero up to the root curve; the same above', () => {
    expect(toZero.forward(1.43)).toBe(0)
    expect(withLine.forward(0.72)).toBeCloseTo(6, 9) // 12 % of flow is 1.44 % of DP: half of one is half of the other
    for (const dp of [1.44, 4, 60]) expect(withLine.forward(dp)).toBeCloseTo(toZero.forward(dp), 12)
  })
  test('no input gives an output inside the gap', () => {
    expect(() => toZero.inverse(5)).toThrow('lies below the cut-off')
    expect(toZero.inverse(0)).toBe(0)
    expect(withLine.inverse(6)).toBeCloseTo(0.72, 9)
    expect(() => toZero.inverse(-1)).toThrow('below zero')
  })
  test('a cut-off above half scale is none', () => {
    expect(() => transferCurve({ kind: 'root-to-zero', cutOffPercent: 60 })).toThrow('no low-flow cut-off')
  })
})

describe('laws of every transfer', () => {
  const transfers: Transfer[] = [
    { kind: 'linear' },
    { kind: 'root-to-zero', cutOffPercent: 0 },
    { kind: 'root-with-line', cutOffPercent: 10 },
    {
      kind: 'table',
      points: [
        [0, 0],
        [20, 5],
        [60, 70],
        [100, 100],
      ].map(([input = 0, output = 0]) => ({ input, output })),
    },
  ]
  test.each(transfers)('$kind: there and back, and more in gives more out', (transfer) => {
    const { forward, inverse } = transferCurve(transfer)
    fc.assert(
      fc.property(percent, percent, (a, b) => {
        expect(inverse(forward(a))).toBeCloseTo(a, 6)
        if (a > b) expect(forward(a)).toBeGreaterThanOrEqual(forward(b))
      }),
      { seed: 4 },
    )
  })
  test.each(transfers)('$kind: the slope is what a small step gives', (transfer) => {
    const { forward, slope } = transferCurve(transfer)
    for (const x of [2, 7, 33, 50, 88]) {
      const step = 1e-5
      expect(slope(x)).toBeCloseTo((forward(x + step) - forward(x - step)) / (2 * step), 5)
    }
  })
})

type TableCase = { points: [number, number][]; at: number[]; value: number[]; slope: number[] }
const pchip = reference<TableCase>('monotoneTable')
describe(`table beside ${pchip.source}`, () => {
  test.each(pchip.cases)('$points', ({ points, at, value, slope }) => {
    const table = monotoneTable(points.map(([input, output]) => ({ input, output })))
    for (const [index, x] of at.entries()) {
      expect(table.forward(x)).toBeCloseTo(value[index] ?? Number.NaN, 9)
      expect(table.slope(x)).toBeCloseTo(slope[index] ?? Number.NaN, 8)
    }
  })
  test('refuses tables that turn round, repeat an input, or have one point', () => {
    const table = (...points: [number, number][]) => monotoneTable(points.map(([input, output]) => ({ input, output })))
    expect(() => table([0, 0], [50, 60], [100, 50])).toThrow('turn round')
    expect(() => table([0, 0], [0, 1])).toThrow('the input 0 twice')
    expect(() => table([0, 0])).toThrow('has 1 points')
  })
})

describe('a display scale apart from the range', () => {
  test('a sensor 1 ft up a 20 ft tank: 50 % shows 10.5 ft (common practice, no source: 0–19 shown as 1–20)', () => {
    expect(shownAtPercent(50, { lower: 1, upper: 20, unit: 'ft' })).toBe(10.5)
    expect(percentOfShown(20, { lower: 1, upper: 20, unit: 'ft' })).toBe(100)
  })
  test('without a span is refused', () => {
    expect(() => shownAtPercent(5, { lower: 2, upper: 2, unit: 'm' })).toThrow('at 0 % and at 100 %')
  })
})
