import { describe, expect, test } from 'vitest'
import { cutOffPlace } from '../error/transferLimit'
import { squarePercent, transferCurve } from './transfer'

describe('a low-flow cut-off exactly on its edge belongs to what is above it', () => {
  // 0.64 % of pressure at 8 % of flow, 1.21 at 11, 1.69 at 13: squares, which binary arithmetic misses by a hair.
  test.each([
    [8, 0.64],
    [11, 1.21],
    [13, 1.69],
    [12, 1.44],
  ])('cut-off %d %%: %d %% of pressure gives just it', (cutOffPercent, input) => {
    for (const kind of ['root-to-zero', 'root-with-line'] as const)
      expect(transferCurve({ kind, cutOffPercent }).forward(input)).toBeCloseTo(cutOffPercent, 9)
  })
  test('5 % of flow is the input of a cut-off of 5 %, and not below it', () => {
    const { inverse } = transferCurve({ kind: 'root-to-zero', cutOffPercent: 5 })
    expect(inverse(((4.8 - 4) / 16) * 100)).toBeCloseTo(0.25, 9)
    expect(() => inverse(4.9)).toThrow('below the cut-off')
  })
  test('within the limit of the cut-off either side is right, the edge of that included', () => {
    const root = { kind: 'root-to-zero', cutOffPercent: 12 } as const
    expect(cutOffPlace(squarePercent(12) - 0.3, 0.3, root)).toBe('at')
    expect(cutOffPlace(squarePercent(12) - 0.3001, 0.3, root)).toBe('below')
    expect(cutOffPlace(squarePercent(12) + 0.3001, 0.3, root)).toBe('above')
  })
})

describe('a table with straight lines between its points', () => {
  const points = [
    { input: 0, output: 0 },
    { input: 20, output: 60 },
    { input: 100, output: 100 },
  ]
  const { forward, inverse, slope } = transferCurve({ kind: 'table', points, between: 'straight' })
  test.each([
    [10, 30],
    [20, 60],
    [60, 80],
    [100, 100],
    [120, 110],
    [-10, -30],
  ])('%d gives %d, and back', (input, output) => {
    expect(forward(input)).toBeCloseTo(output, 12)
    expect(inverse(output)).toBeCloseTo(input, 12)
  })
  test('its slope is that of the piece', () => {
    expect([slope(10), slope(60)]).toEqual([3, 0.5])
  })
  test('a smooth curve is the default, and differs between the points only', () => {
    const smooth = transferCurve({ kind: 'table', points })
    expect(smooth.forward(20)).toBeCloseTo(60, 12)
    expect(Math.abs(smooth.forward(60) - 80)).toBeGreaterThan(1)
  })
})
