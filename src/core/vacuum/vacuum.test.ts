import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { decadePoints, errorPercentReading } from './decades'
import { serveByReferences } from './subRanges'
import { isNearAtmosphere, vacuumAdjustPoints } from './vacuumAdjust'

describe('points per decade', () => {
  test('1 mtorr to 1000 torr, one a decade: seven points over six decades', () => {
    expect(decadePoints({ low: 1e-3, high: 1000 }, 1)).toEqual([0.001, 0.01, 0.1, 1, 10, 100, 1000])
  })
  test('2 to 50, three a decade', () => {
    expect(decadePoints({ low: 2, high: 50 }, 3)).toEqual([2, 5, 10, 20, 50])
  })
  test('they rise, and lie inside the range', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1e-6, max: 1, noNaN: true }),
        fc.double({ min: 1.5, max: 1e5, noNaN: true }),
        (low, ratio) => {
          const points = decadePoints({ low, high: low * ratio }, 2)
          expect(points).toEqual(points.toSorted((a, b) => a - b))
          expect([points[0], points.at(-1)]).toEqual([low, low * ratio])
        },
      ),
      { seed: 8 },
    )
  })
  test('no decade begins at zero', () => expect(() => decadePoints({ low: 0, high: 1 }, 1)).toThrow('not above zero'))
  test('error in % of reading', () => {
    expect(errorPercentReading(0.011, 0.01)).toBeCloseTo(10, 9)
    expect(() => errorPercentReading(1, 0)).toThrow('absolute pressure')
  })
})

describe('one reference per sub-range: one below 1 torr, another above (common practice, no source)', () => {
  const low = { name: 'low', low: 1e-4, high: 1, uncertaintyPercentReading: 0.5 }
  const high = { name: 'high', low: 0.5, high: 1000, uncertaintyPercentReading: 0.25 }
  test('each point by the one that knows it best', () => {
    const served = serveByReferences([1e-3, 0.1, 1, 100], [low, high], 10)
    expect(served.map(({ reference }) => reference)).toEqual(['low', 'low', 'high', 'high'])
    expect(served.map(({ ratio }) => ratio)).toEqual([20, 20, 40, 40])
  })
  test('a gap is refused, naming the point', () => {
    expect(() => serveByReferences([1e-5, 1], [low, high], 10)).toThrow('none covers 0.00001')
  })
})

describe('adjusting a vacuum gauge (common practice, no source)', () => {
  const gauge = { gaugeLow: 1e-3, gaugeHigh: 1000, barometric: 760, transition: 20, baseVacuum: 5e-3 }
  test('span at about 600 torr rather than at atmosphere, zero at or below 10 mtorr for a gauge from 1 mtorr', () => {
    const points = vacuumAdjustPoints(gauge)
    expect(points.span).toBeCloseTo(600, -1)
    expect(points.zeroAtMost).toBeCloseTo(0.01, 12)
    expect(points.notes.join()).toContain('not at atmosphere')
  })
  test('a pump that does not reach down is refused', () => {
    expect(() => vacuumAdjustPoints({ ...gauge, baseVacuum: 0.05 })).toThrow('not hard enough to set zero')
    expect(() => vacuumAdjustPoints({ ...gauge, transition: 500 })).toThrow('above the transition')
  })
  test('atmosphere is a bad span point', () => {
    expect(isNearAtmosphere(750, 760)).toBe(true)
    expect(isNearAtmosphere(600, 760)).toBe(false)
  })
})

describe('laws of the plan', () => {
  const range = fc.tuple(fc.double({ min: 1e-4, max: 1, noNaN: true }), fc.double({ min: 10, max: 1e6, noNaN: true }))
  test('no two neighbours lie more than a decade apart, whatever the range', () => {
    fc.assert(
      fc.property(range, fc.constantFrom(1 as const, 2 as const, 3 as const), ([low, ratio], perDecade) => {
        const points = decadePoints({ low, high: low * ratio }, perDecade)
        for (const [index, point] of points.slice(1).entries())
          expect(point / (points[index] ?? point)).toBeLessThanOrEqual(10 * (1 + 1e-6))
      }),
      { seed: 41 },
    )
  })
  test('every point is served by the reference with the smallest uncertainty that reaches it', () => {
    const reference = fc.record({
      name: fc.string({ minLength: 1, maxLength: 5 }),
      low: fc.constant(1e-6),
      high: fc.double({ min: 10, max: 1e6, noNaN: true }),
      uncertaintyPercentReading: fc.double({ min: 0.1, max: 5, noNaN: true }),
    })
    fc.assert(
      fc.property(fc.array(reference, { minLength: 1, maxLength: 4 }), (references) => {
        for (const { pressure, ratio } of serveByReferences([1e-3, 0.1, 5], references, 10)) {
          const able = references
            .filter(({ high }) => pressure <= high)
            .map(({ uncertaintyPercentReading }) => uncertaintyPercentReading)
          expect(ratio).toBeCloseTo(10 / Math.min(...able), 9)
        }
      }),
      { seed: 42 },
    )
  })
})
