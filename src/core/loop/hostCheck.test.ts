import { describe, expect, test } from 'vitest'
import { errorAfterTrimToHost, hostError, hostShouldShow } from './hostCheck'

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
})
