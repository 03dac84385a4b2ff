import { describe, expect, test } from 'vitest'
import { transferCurve } from '../transfer/transfer'
import { carryToInput, carryToOutput } from './carriedLimit'
import { type GaugeClass, gaugeClassLimit } from './gaugeClass'

describe('dial gauges: EN 837-1 classes, ASME B40.100 grades (values from memory)', () => {
  test.each<[GaugeClass, scale: number, limit: number]>([
    ['EN 837-1 class 1', 0, 1],
    ['EN 837-1 class 1', 50, 1],
    ['EN 837-1 class 1.6', 100, 1.6],
    ['EN 837-1 class 0.25', 30, 0.25],
    ['ASME B40.100 grade A', 10, 2],
    ['ASME B40.100 grade A', 25, 1],
    ['ASME B40.100 grade A', 75, 1],
    ['ASME B40.100 grade A', 76, 2],
    ['ASME B40.100 grade B', 50, 2],
    ['ASME B40.100 grade 3A', 90, 0.25],
    ['ASME B40.100 grade D', 50, 5],
  ])('%s at %d %% of scale: ±%d %% of span', (gaugeClass, scalePercent, limit) => {
    expect(gaugeClassLimit(gaugeClass, { scalePercent, hasStopPin: false })).toBe(limit)
  })
  test('on a stop pin the class begins at 10 % of scale', () => {
    const pinned = (scalePercent: number) => gaugeClassLimit('EN 837-1 class 1', { scalePercent, hasStopPin: true })
    expect(() => pinned(5)).toThrow('below 10 % of scale')
    expect(pinned(10)).toBe(1)
    expect(() => pinned(101)).toThrow('off the scale')
  })
})

describe('a limit carried through the root', () => {
  const root = transferCurve({ kind: 'root-to-zero', cutOffPercent: 0 })
  test.each([
    // d(10√x)/dx = 5/√x, worked by hand
    [100, 0.5, 0.5],
    [25, 1, 1],
    [1, 5, 5],
    [0.25, 10, 10],
  ])('±1 %% of DP at %d %% of DP: slope %d, ±%d %% of flow', (dp, slope, limit) => {
    const carried = carryToOutput(dp, 1, root)
    expect(carried.slope).toBeCloseTo(slope, 9)
    expect(carried.bySlope).toBeCloseTo(limit, 9)
    expect(carryToInput(dp, limit, root)).toBeCloseTo(1, 9)
  })
  test('it explodes near zero: at zero ±1 % of DP is up to 10 % of flow, and the slope says nothing', () => {
    expect(carryToOutput(0, 1, root)).toMatchObject({
      slope: null,
      bySlope: null,
      upwards: 10,
      downwards: 0,
      percentOfOutput: null,
    })
    expect(carryToInput(0, 1, root)).toBe(0)
  })
  test('below a cut-off nothing of the input shows', () => {
    const cut = transferCurve({ kind: 'root-to-zero', cutOffPercent: 10 })
    expect(carryToInput(0.5, 1, cut)).toBeNull()
  })
  test('a linear transfer carries it unchanged', () => {
    const linear = transferCurve({ kind: 'linear' })
    expect(carryToOutput(40, 0.3, linear).bySlope).toBe(0.3)
    expect(carryToInput(40, 0.3, linear)).toBe(0.3)
  })
})
