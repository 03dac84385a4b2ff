import { expect, test } from 'vitest'
import { dsiFactor, dsiUnitOf } from './dsiUnit'

/* SI prefixes: SI brochure, 9th edition, table 7. Millimetre of mercury: 133.322 Pa, NIST SP 811 (2008), B.8. */

test.each([
  ['\\kilo\\pascal', 'kPa', 1],
  ['\\hecto\\pascal', 'Pa', 100],
  ['\\mega\\pascal', 'bar', 10],
  ['\\bar', 'kPa', 100],
  ['\\milli\\bar', 'hPa', 1],
  ['\\micro\\ampere', 'mA', 0.001],
  ['\\ampere', 'mA', 1000],
  ['\\volt', 'mV', 1000],
  ['\\kilo\\ohm', 'Ω', 1000],
  ['\\degreecelsius', '°C', 1],
  [' \\Kilo\\Pascal ', 'kPa', 1],
])('%s in %s', (dsi, own, factor) => {
  expect(dsiFactor(dsi, own)).toBeCloseTo(factor, 12)
})
test('a millimetre of mercury', () => {
  expect(dsiFactor('\\mmhg', 'Pa')).toBeCloseTo(133.322, 2)
})
test('what does not measure the same, or is written otherwise, is none', () => {
  for (const [dsi, own] of [
    ['\\ampere', 'kPa'],
    ['\\kelvin', '°C'],
    ['kPa', 'kPa'],
    ['\\kilo\\pascal\\second', 'kPa'],
    ['\\yotta\\pascal', 'kPa'],
    ['', 'kPa'],
  ] as const)
    expect(dsiFactor(dsi, own), dsi).toBeNull()
})
test('each unit of ours is written as one that reads as it', () => {
  for (const unit of ['Pa', 'hPa', 'kPa', 'MPa', 'mbar', 'bar', 'mA', 'V', 'mV', 'Ω', '°C'])
    expect(dsiFactor(dsiUnitOf(unit), unit), unit).toBeCloseTo(1, 12)
  expect(dsiUnitOf('inH2O@4C')).toBe('\\pascal')
})
