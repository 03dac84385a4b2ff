import { UcumLhcUtils } from '@lhncbc/ucum-lhc'
import { describe, expect, test } from 'vitest'
import { convertPressure, PRESSURE_UNIT_IDS, PRESSURE_UNITS, type PressureUnit } from './pressureUnit'
import { WATER_DENSITY_KG_PER_M3 } from './waterColumnDensity'

describe('pascals per unit: NIST SP 811 (2008), Appendix B.8 (factors from memory, to the digits given there)', () => {
  test.each<[PressureUnit, number, digits: number]>([
    ['psi', 6.894757e3, 7],
    ['atm', 1.01325e5, 7],
    ['bar', 1e5, 7],
    ['kgf/cm2', 9.80665e4, 7],
    ['torr', 1.333224e2, 7],
    ['mmHg', 1.333224e2, 7],
    ['inHg', 3.386389e3, 7],
    ['inH2O@4C', 2.49082e2, 6],
    ['inH2O@60F', 2.4884e2, 5],
    ['ftH2O@4C', 2.98898e3, 6],
    ['cmH2O@4C', 9.80638e1, 6],
  ])('%s is %d Pa', (unit, pascals, digits) => {
    expect(Number(PRESSURE_UNITS[unit].pa.toPrecision(digits))).toBe(pascals)
  })
})

describe('pascals per unit: UCUM, by @lhncbc/ucum-lhc', () => {
  const ucum = UcumLhcUtils.getInstance()
  test.each<[PressureUnit, code: string, digits?: number]>([
    ['Pa', 'Pa'],
    ['hPa', 'hPa'],
    ['kPa', 'kPa'],
    ['MPa', 'MPa'],
    ['mbar', 'mbar'],
    ['bar', 'bar'],
    ['psi', '[psi]'],
    ['atm', 'atm'],
    ['kgf/cm2', 'kgf/cm2'],
    ['mmHg', 'mm[Hg]', 5],
    ['inHg', "[in_i'Hg]", 5],
  ])('%s agrees with %s', (unit, code, digits = 9) => {
    const { status, toVal } = ucum.convertUnitTo(code, 1, 'Pa')
    expect(status).toBe('succeeded')
    // UCUM defines the metre of mercury as 133.322 kPa, six digits; ours has the conventional density.
    expect(PRESSURE_UNITS[unit].pa / Number(toVal)).toBeCloseTo(1, digits)
  })

  test.each<[PressureUnit, code: string, keyof typeof WATER_DENSITY_KG_PER_M3]>([
    ['mH2O@4C', 'm[H2O]', '4 °C'],
    ['inH2O@60F', "[in_i'H2O]", '60 °F'],
    ['inH2O@20C', "[in_i'H2O]", '20 °C'],
    ['mmH2O@20C', 'mm[H2O]', '20 °C'],
    ['cmH2O@60F', 'cm[H2O]', '60 °F'],
  ])('%s is UCUM’s column (of 1000 kg/m³) times the density it names', (unit, code, reference) => {
    const conventional = Number(ucum.convertUnitTo(code, 1, 'Pa').toVal)
    expect(PRESSURE_UNITS[unit].pa / conventional).toBeCloseTo(WATER_DENSITY_KG_PER_M3[reference] / 1000, 5)
  })
})

describe('density of water: Tanaka et al., Metrologia 38 (2001) 301, eq. 1, air-free (coefficients from memory)', () => {
  const tanaka = (celsius: number) =>
    999.97495 * (1 - ((celsius - 3.983035) ** 2 * (celsius + 301.797)) / (522528.9 * (celsius + 69.34881)))
  test.each<[keyof typeof WATER_DENSITY_KG_PER_M3, number]>([
    ['60 °F', (60 - 32) / 1.8],
    ['20 °C', 20],
  ])('at %s, to a thousandth of a kg/m³', (reference, celsius) => {
    expect(Math.abs(WATER_DENSITY_KG_PER_M3[reference] - tanaka(celsius))).toBeLessThan(1e-3)
  })
  test('at 4 °C the value behind the published factors, within 3 parts in a million', () => {
    expect(Math.abs(WATER_DENSITY_KG_PER_M3['4 °C'] / tanaka(4) - 1)).toBeLessThan(3.1e-6)
  })
})

test('the two commonest water conventions differ by about 0.18 % (common practice, no source)', () => {
  const ratio = PRESSURE_UNITS['inH2O@4C'].pa / PRESSURE_UNITS['inH2O@20C'].pa
  expect((ratio - 1) * 100).toBeCloseTo(0.18, 2)
})

describe('conversion', () => {
  test('one unit to itself gives the same digits back', () => {
    for (const unit of PRESSURE_UNIT_IDS) expect(convertPressure(0.1 + 0.2, unit, unit)).toBe(0.1 + 0.2)
  })
  test('there and back again is the same pressure, for every pair', () => {
    for (const from of PRESSURE_UNIT_IDS)
      for (const to of PRESSURE_UNIT_IDS)
        expect(convertPressure(convertPressure(-37.25, from, to), to, from)).toBeCloseTo(-37.25, 9)
  })
  test('every water column names its reference temperature', () => {
    for (const unit of PRESSURE_UNIT_IDS.filter((id) => id.includes('H2O')))
      expect(PRESSURE_UNITS[unit].label).toMatch(/\((4 °C|60 °F|20 °C)\)$/)
  })
})
