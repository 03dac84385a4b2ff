import { describe, expect, test } from 'vitest'
import { strays } from './homes.mjs'

describe('a rule or a constant of nature that is written outside its home is found', () => {
  test.each([
    ['const isInside = error <= limit * (1 + 1e-9)', 'exceeds()'],
    ['const kelvin = celsius + 273.15', 'kelvinOf()'],
    ['const air = 101325', 'STANDARD_ATMOSPHERE_PA'],
    ['const hpa = 1013.25', 'STANDARD_ATMOSPHERE_PA'],
    ['const g = 9.80665', 'STANDARD_GRAVITY'],
    ['const alarm = 22.5', 'ALARM_MILLIAMP'],
    ['const at = (milliamp - 4) / 0.16', 'percentOfMilliamp()'],
    ['const at = ((shown - 4) / 16) * 100', 'percentOfMilliamp()'],
    ['const current = 4 + 0.16 * percent', 'milliampOfPercent()'],
    ['return { coverageFactor: 2, points }', 'certificate states'],
    ['coverageFactor: factor ?? 2,', 'certificate states'],
  ])('%s', (line, instead) => {
    expect(strays('src/core/x.ts', line)).toEqual([expect.stringContaining(instead)])
  })
  test.each([
    [' * 273.15 K is the triple point less a hundredth', 'src/core/x.ts'],
    ['export const KELVIN_AT_ZERO_CELSIUS = 273.15', 'src/core/units/celsius.ts'],
    ['const span = 1273.15', 'src/core/x.ts'],
  ])('%s is none', (line, path) => {
    expect(strays(path, line)).toEqual([])
  })
})
