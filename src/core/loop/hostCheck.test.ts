import { describe, expect, test } from 'vitest'
import {
  errorAfterTrimToHost,
  hostError,
  hostShouldShow,
  hostVerdict,
  voltsShouldBe,
  worstHostError,
} from './hostCheck'

const LINEAR = { lower: 0, upper: 60, unit: 't/h' }
/** IEC 60381-1. */
const CURRENT = { lower: 4, upper: 20 }
const ROOT = { ...LINEAR, takesRoot: true } as const

describe('what a host should show', () => {
  test('in proportion, or by the root where it takes it: a quarter of the difference is half the flow (ISO 5167-1)', () => {
    expect([0, 25, 100].map((percent) => hostShouldShow(percent, LINEAR))).toEqual([0, 15, 60])
    expect([0, 25, 100].map((percent) => hostShouldShow(percent, ROOT))).toEqual([0, 30, 60])
  })
  test('its error is counted from there, in its unit and in % of its scale', () => {
    expect(hostError({ percent: 25, hostValue: 31.2, sense: null }, ROOT, CURRENT)).toEqual({
      idealValue: 30,
      errorValue: expect.closeTo(1.2, 12),
      errorPercent: expect.closeTo(2, 12),
      milliamp: null,
      idealVolts: null,
      voltsErrorPercent: null,
    })
  })
  test('volts over a resistor are a current by Ohm’s law; no ohms are refused', () => {
    const over = (ohms: number) => ({ percent: 50, hostValue: 30, sense: { ohms, volts: 3 } })
    expect(hostError(over(250), LINEAR, CURRENT).milliamp).toBeCloseTo(12, 12)
    expect(() => hostError(over(0), LINEAR, CURRENT)).toThrow('no resistor')
    // Sent volts, a host has a current of its own: nothing is said of what its volts should be.
    expect(hostError(over(250), LINEAR, null)).toMatchObject({ idealVolts: null, voltsErrorPercent: null })
  })
  test('the worse of what it shows and of its volts is told, with its sign; nothing where nothing was read', () => {
    const worst = (errorPercent: number | null, voltsErrorPercent: number | null) =>
      worstHostError({
        ...{ idealValue: 0, errorValue: null, milliamp: null, idealVolts: null },
        ...{ errorPercent, voltsErrorPercent },
      })
    expect(worst(-2.4, 1.1)).toBe(-2.4)
    expect(worst(0.3, -0.9)).toBe(-0.9)
    expect(worst(null, 0.2)).toBe(0.2)
    expect(worst(-0.2, null)).toBe(-0.2)
    expect(worst(null, null)).toBeNull()
  })
  test('trimming to the host takes its error into the transmitter', () => {
    expect(errorAfterTrimToHost(0.1, 1.1)).toBeCloseTo(-1, 12)
  })
  test('by a voltmeter alone: what the volts should be, and their error in % of their span', () => {
    // Common practice, no source: 4 Ω → 16 … 80 mV, 25 Ω → 100 … 500 mV, 250 Ω → 1 … 5 V.
    for (const [ohms, low, middle, high] of [
      [4, 0.016, 0.048, 0.08],
      [25, 0.1, 0.3, 0.5],
      [250, 1, 3, 5],
    ] as const)
      expect([0, 50, 100].map((percent) => voltsShouldBe(percent, ohms, CURRENT))).toEqual([
        expect.closeTo(low, 12),
        expect.closeTo(middle, 12),
        expect.closeTo(high, 12),
      ])
    const found = hostError({ percent: 50, hostValue: null, sense: { ohms: 250, volts: 3.06 } }, LINEAR, CURRENT)
    expect(found.errorPercent).toBeNull()
    expect(found.voltsErrorPercent).toBeCloseTo(1.5, 12) // 0.06 of 4 V
    expect(worstHostError(found)).toBeCloseTo(1.5, 12)
    // 10–50 mA over 100 Ω: 1 … 5 V.
    expect(voltsShouldBe(25, 100, { lower: 10, upper: 50 })).toBeCloseTo(2, 12)
    expect([1.5, 1.4, undefined].map((limit) => hostVerdict(found, limit))).toEqual(['inside', 'outside', null])
    // As far below as above: a host that reads low is no better.
    const low = { ...found, voltsErrorPercent: -1.5 }
    expect(worstHostError(low)).toBe(-1.5)
    expect([1.5, 1.4].map((limit) => hostVerdict(low, limit))).toEqual(['inside', 'outside'])
  })
})
