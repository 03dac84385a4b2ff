import { UcumLhcUtils } from '@lhncbc/ucum-lhc'
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { reference, relativeDifference } from '../../../tests/support/reference'
import { convertQuantity, QUANTITIES, QUANTITY_IDS, type QuantityId } from './quantity'

type UnitCase = { quantity: QuantityId; from: string; to: string; factor: number; at?: number }
const gnu = reference<UnitCase>('units')

describe(`conversion beside ${gnu.source} (Debian)`, () => {
  test.each(gnu.cases)('$quantity: $from to $to', ({ quantity, from, to, factor, at = 1 }) => {
    expect(relativeDifference(convertQuantity(at, quantity, { from, to }), factor)).toBeLessThan(1e-12)
  })
})

describe('conversion beside UCUM, by @lhncbc/ucum-lhc', () => {
  const ucum = UcumLhcUtils.getInstance()
  test.each<[QuantityId, from: string, to: string, ucumFrom: string, ucumTo: string]>([
    ['volumeFlow', 'galUS/min', 'L/min', '[gal_us]/min', 'L/min'],
    ['volumeFlow', 'galUK/h', 'L/h', '[gal_br]/h', 'L/h'],
    ['volumeFlow', 'ft3/h', 'm3/h', '[cft_i]/h', 'm3/h'],
    ['massFlow', 'lb/min', 'kg/h', '[lb_av]/min', 'kg/h'],
    ['density', 'g/cm3', 'kg/m3', 'g/cm3', 'kg/m3'],
    ['temperature', 'degF', 'degC', '[degF]', 'Cel'],
    ['temperature', 'degC', 'K', 'Cel', 'K'],
    ['voltage', 'mV', 'V', 'mV', 'V'],
    ['resistance', 'kohm', 'ohm', 'kOhm', 'Ohm'],
    ['length', 'ft', 'mm', '[ft_i]', 'mm'],
  ])('%s: %s to %s', (quantity, from, to, ucumFrom, ucumTo) => {
    const theirs = Number(ucum.convertUnitTo(ucumFrom, 37.5, ucumTo).toVal)
    expect(relativeDifference(convertQuantity(37.5, quantity, { from, to }), theirs)).toBeLessThan(1e-9)
  })
})

test('one million US gallons a day is 694.4 gal/min (proportion: 10⁶ / 1440)', () => {
  expect(convertQuantity(1, 'volumeFlow', { from: 'MGDUS', to: 'galUS/min' })).toBeCloseTo(1e6 / 1440, 9)
})

describe('laws', () => {
  const quantityAndUnits = fc
    .constantFrom(...QUANTITY_IDS)
    .chain((quantity) =>
      fc.tuple(
        fc.constant(quantity),
        fc.constantFrom(...Object.keys(QUANTITIES[quantity].units)),
        fc.constantFrom(...Object.keys(QUANTITIES[quantity].units)),
      ),
    )
  test('there and back is the same', () => {
    fc.assert(
      fc.property(quantityAndUnits, fc.double({ min: 300, max: 1e6, noNaN: true }), ([quantity, from, to], value) => {
        const there = convertQuantity(value, quantity, { from, to })
        expect(relativeDifference(convertQuantity(there, quantity, { from: to, to: from }), value)).toBeLessThan(1e-12)
      }),
      { seed: 1 },
    )
  })
  test('order is kept: more of one unit is more of another', () => {
    fc.assert(
      fc.property(quantityAndUnits, fc.double({ min: 300, max: 1e6, noNaN: true }), ([quantity, from, to], value) => {
        const less = convertQuantity(value, quantity, { from, to })
        expect(convertQuantity(value * 1.01, quantity, { from, to })).toBeGreaterThan(less)
      }),
      { seed: 2 },
    )
  })
})

describe('refusals', () => {
  test('a unit of another quantity', () => {
    expect(() => convertQuantity(1, 'density', { from: 'kPa', to: 'kg/m3' })).toThrow(
      'from: “kPa” is no unit of density',
    )
  })
  test('a word of the language is no unit', () => {
    expect(() => convertQuantity(1, 'density', { from: 'constructor', to: 'kg/m3' })).toThrow('is no unit of density')
  })
  test('below absolute zero', () => {
    expect(() => convertQuantity(-300, 'temperature', { from: 'degC', to: 'K' })).toThrow('below absolute zero')
    expect(convertQuantity(-459.67, 'temperature', { from: 'degF', to: 'K' })).toBeCloseTo(0, 9)
  })
})
