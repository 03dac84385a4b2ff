import { describe, expect, test } from 'vitest'
import { waterDensityKgPerM3 } from '../units/waterDensity'
import { columnCorrection } from './columnCorrection'

describe('density of water: CRC Handbook of Chemistry and Physics, standard density of water (from memory)', () => {
  test.each([
    [0, 999.8426],
    [10, 999.7026],
    [20, 998.2071],
    [25, 997.0479],
    [30, 995.6502],
    [40, 992.2187],
  ])('%d °C: %d kg/m³', (celsius, density) => {
    expect(Math.abs(waterDensityKgPerM3(celsius) - density)).toBeLessThan(0.01) // the two formulas differ by a few g/m³
  })
  test('beyond 40 °C: refused, naming what holds', () => {
    expect(() => waterDensityKgPerM3(41)).toThrow('0 °C to 40 °C')
  })
})

describe('a water column read at another temperature than its scale is made for', () => {
  test('made for 20 °C, read at 30 °C, it shows too much: the water is lighter by 0.256 %', () => {
    const correction = columnCorrection('mmH2O@20C', 30)
    expect(correction?.factor).toBeCloseTo(995.6502 / 998.2071, 5)
    expect(correction?.scaleFor).toBe('20 °C')
  })
  test('made for 4 °C, read at 20 °C: 0.18 % (common practice, no source)', () => {
    expect(100 * (1 - (columnCorrection('inH2O@4C', 20)?.factor ?? 0))).toBeCloseTo(0.18, 2)
  })
  test('at the temperature of its scale it is right', () => {
    expect(columnCorrection('inH2O@60F', (60 - 32) / 1.8)?.factor).toBeCloseTo(1, 5) // known to a gram per cubic metre
  })
  test('another liquid, or a temperature nobody works at, is not corrected here', () => {
    expect(columnCorrection('mmHg', 20)).toBeNull()
    expect(columnCorrection('mmH2O@20C', 55)).toBeNull()
  })
})
