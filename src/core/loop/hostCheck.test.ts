import { describe, expect, test } from 'vitest'
import { errorAfterTrimToHost, hostError, hostShouldShow, voltsShouldBe, worstHostError } from './hostCheck'

const LINEAR = { lower: 0, upper: 60, unit: 't/h' }
const ROOT = { ...LINEAR, takesRoot: true } as const

describe('what a host should show', () => {
  test('in proportion, or by the root where it takes it: a quarter of the difference is half the flow (ISO 5167-1)', () => {
    expect([0, 25, 100].map((percent) => hostShouldShow(percent, LINEAR))).toEqual([0, 15, 60])
    expect([0, 25, 100].map((percent) => hostShouldShow(percent, ROOT))).toEqual([0, 30, 60])
  })
  test('its error is counted from there, in its unit and in % of its scale', () => {
    expect(hostError({ percent: 25, hostValue: 31.2, sense: null }, ROOT)).toEqual({
      idealValue: 30,
      errorValue: expect.closeTo(1.2, 12),
      errorPercent: expect.closeTo(2, 12),
      milliamp: null,
      idealVolts: null,
      voltsErrorPercent: null,
    })
  })
  test('volts over a resistor are a current by Ohm’s law; no ohms are refused', () => {
    expect(hostError({ percent: 50, hostValue: 30, sense: { ohms: 250, volts: 3 } }, LINEAR).milliamp).toBeCloseTo(
      12,
      12,
    )
    expect(() => hostError({ percent: 50, hostValue: 30, sense: { ohms: 0, volts: 3 } }, LINEAR)).toThrow('no resistor')
  })
  test('trimming to the host takes its error into the transmitter', () => {
    expect(errorAfterTrimToHost(0.1, 1.1)).toBeCloseTo(-1, 12)
  })
  test('by a voltmeter alone: what the volts should be, and their error in % of their span', () => {
    // Common practice, no source: 4 Ω → 16 … 80 mV, 25 Ω → 100 … 500 mV, 250 Ω → 1 … 5 V.
    const current = { lower: 4, upper: 20 }
    for (const [ohms, low, middle, high] of [
      [4, 0.016, 0.048, 0.08],
      [25, 0.1, 0.3, 0.5],
      [250, 1, 3, 5],
    ] as const)
      expect([0, 50, 100].map((percent) => voltsShouldBe(percent, ohms, current))).toEqual([
        expect.closeTo(low, 12),
        expect.closeTo(middle, 12),
        expect.closeTo(high, 12),
      ])
    const found = hostError({ percent: 50, hostValue: null, sense: { ohms: 250, volts: 3.06 } }, LINEAR)
    expect(found.errorPercent).toBeNull()
    expect(found.voltsErrorPercent).toBeCloseTo(1.5, 12) // 0.06 of 4 V
    expect(worstHostError(found)).toBeCloseTo(1.5, 12)
    // 10–50 mA over 100 Ω: 1 … 5 V.
    expect(voltsShouldBe(25, 100, { lower: 10, upper: 50 })).toBeCloseTo(2, 12)
  })
})
