import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { restatePressure } from './gaugeAbsolute'

const air = { value: 1013.25, unit: 'hPa' as const }

describe('absolute = gauge + barometric (definition)', () => {
  test('0 kPa gauge at one standard atmosphere is 101.325 kPa absolute, 14.696 psi', () => {
    const open = { value: 0, unit: 'kPa' as const, kind: 'gauge' as const }
    expect(restatePressure(open, { unit: 'kPa', kind: 'absolute' }, air)).toBeCloseTo(101.325, 9)
    // NIST SP 811 (2008), B.8: 1 atm = 101 325 Pa, 1 psi = 6894.757 Pa
    expect(restatePressure(open, { unit: 'psi', kind: 'absolute' }, air)).toBeCloseTo(101325 / 6894.757, 5)
  })
  test('there and back, in any unit', () => {
    fc.assert(
      fc.property(fc.double({ min: -100, max: 1000, noNaN: true }), (value) => {
        const absolute = restatePressure({ value, unit: 'kPa', kind: 'gauge' }, { unit: 'psi', kind: 'absolute' }, air)
        expect(
          restatePressure({ value: absolute, unit: 'psi', kind: 'absolute' }, { unit: 'kPa', kind: 'gauge' }, air),
        ).toBeCloseTo(value, 8)
      }),
      { seed: 3 },
    )
  })
  test('the same kind needs no barometer', () => {
    expect(restatePressure({ value: 1, unit: 'bar', kind: 'gauge' }, { unit: 'kPa', kind: 'gauge' })).toBe(100)
  })
})

describe('refusals', () => {
  test('no barometer stated', () => {
    expect(() => restatePressure({ value: 1, unit: 'bar', kind: 'gauge' }, { unit: 'bar', kind: 'absolute' })).toThrow(
      'barometer: is not stated',
    )
  })
  test('a barometer that reads no air pressure', () => {
    expect(() =>
      restatePressure(
        { value: 1, unit: 'bar', kind: 'gauge' },
        { unit: 'bar', kind: 'absolute' },
        { value: 29.9, unit: 'psi' },
      ),
    ).toThrow('no air pressure on earth')
  })
  test('a difference has no absolute value', () => {
    expect(() =>
      restatePressure({ value: 1, unit: 'bar', kind: 'differential' }, { unit: 'bar', kind: 'absolute' }, air),
    ).toThrow('says nothing about its two sides')
  })
  test('below a perfect vacuum', () => {
    expect(() =>
      restatePressure({ value: -1.2, unit: 'bar', kind: 'gauge' }, { unit: 'bar', kind: 'absolute' }, air),
    ).toThrow('below a perfect vacuum')
  })
})
