import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { formatPlain } from '../format/formatNumber'
import { Refusal } from '../refusal'
import { ALL_UNIT_IDS, QUANTITIES, QUANTITY_IDS } from './quantity'
import { typedQuantity } from './typedQuantity'

describe('what people type', () => {
  test.each<[string, number, string, string | null]>([
    ['12,5 kPa', 12.5, 'kPa', null],
    ['1.5e-3 torr', 0.0015, 'torr', null],
    ['3 1/2 inH2O @ 20 °C', 3.5, 'inH2O@20C', null],
    ['1/4 inH2O (60F)', 0.25, 'inH2O@60F', null],
    ['−14 psi', -14, 'psi', null],
    ['15psig', 15, 'psi', 'gauge'],
    ['2.5 bara', 2.5, 'bar', 'absolute'],
    ['101.3 kPa abs', 101.3, 'kPa', 'absolute'],
    ['30 mbar(g)', 30, 'mbar', 'gauge'],
    ['200 mmH2O 4 °C', 200, 'mmH2O@4C', null],
    ['68 inH2O at 68 °F', 68, 'inH2O@20C', null],
    ['1 000 gpm', 1000, 'galUS/min', null],
    ['3 MGD', 3, 'MGDUS', null],
    ['20 °C', 20, 'degC', null],
    ['12 mA', 12, 'mA', null],
    ['6 in', 6, 'in', null],
    ['1 kg/m³', 1, 'kg/m3', null],
    ['0.5 kgf/cm²', 0.5, 'kgf/cm2', null],
  ])('%s', (text, value, unit, kind) => {
    expect(typedQuantity(text)).toMatchObject({ value, unit, kind })
  })
  test.each(['1,234 kPa', '−12,500 bar', '999,000 Pa'])('“%s” can be read two ways and is asked about', (text) => {
    expect(() => typedQuantity(text)).toThrow(/may be/)
  })
  test.each([
    ['0,123 kPa', 0.123],
    ['1,23 kPa', 1.23],
    ['1,2345 kPa', 1.2345],
    ['1.234 kPa', 1.234],
  ])('“%s” leaves no doubt', (text, value) => {
    expect(typedQuantity(text).value).toBe(value)
  })
  test('the water that the instrument works in settles a bare inH2O', () => {
    expect(typedQuantity('3 1/2 inH2O', { waterReference: '4 °C' })).toMatchObject({ value: 3.5, unit: 'inH2O@4C' })
  })
  test('every unit is understood as its own label', () => {
    for (const quantity of QUANTITY_IDS)
      for (const [unit, { label }] of Object.entries(QUANTITIES[quantity].units))
        expect(typedQuantity(`2 ${label}`, { quantity }), label).toMatchObject({ value: 2, unit, quantity })
  })
})

describe('refused in words', () => {
  test.each([
    ['kPa', 'begins with no number'],
    ['12', 'no unit after the number'],
    ['12 furlongs', 'no unit Barys knows'],
    ['3 inH2O', 'alone is ambiguous'],
    ['3 inH2O @ 30 °C', 'no water column is defined'],
    ['3 mpa', 'no unit Barys knows'],
    ['3 toString', 'no unit Barys knows'],
    ['1/0 kPa', 'over zero'],
    ['1.2.3 kPa', 'is not a number'],
    ['', 'begins with no number'],
  ])('%j', (text, reason) => {
    expect(() => typedQuantity(text)).toThrow(reason)
  })
  test('a milli- is never read as a mega-, whatever the case', () => {
    for (const id of ALL_UNIT_IDS.filter((unit) => /^[mM](Pa|A|V|ohm)$/.test(unit)))
      expect(() => typedQuantity(`1 ${id.toLowerCase()}x`)).toThrow('no unit')
    expect(typedQuantity('1 MPa').unit).toBe('MPa')
    expect(() => typedQuantity('1 Mbar')).toThrow('no unit')
  })
})

describe('laws', () => {
  const pressure = fc.constantFrom(...Object.entries(QUANTITIES.pressure.units))
  test('any number with any unit, written as we show it, comes back as it was', () => {
    fc.assert(
      fc.property(fc.double({ min: -1e6, max: 1e6, noNaN: true }), pressure, (value, [unit, { label }]) => {
        const shown = Math.abs(value) < 1e-6 ? 0 : Number(value.toPrecision(7))
        expect(typedQuantity(`${formatPlain(shown)} ${label}`)).toEqual({
          value: Number(formatPlain(shown).replace('−', '-')),
          quantity: 'pressure',
          unit,
          kind: null,
        })
      }),
      { seed: 31 },
    )
  })
  test.each(['-1 psia', '−0.2 bar abs', '-500 °C', '-460 °F'])('%s: nothing is less than nothing', (text) => {
    expect(() => typedQuantity(text)).toThrow(Refusal)
  })
  test.each(['0 psia', '-1 psig', '-273.15 °C', '-459.67 °F'])('%s can be', (text) => {
    expect(Number.isFinite(typedQuantity(text).value)).toBe(true)
  })
  test('a decimal comma and a decimal point say the same, but for three digits after it', () => {
    fc.assert(
      fc.property(fc.nat(9999), fc.nat(9999), (whole, part) => {
        const [point, comma] = ['.', ','].map((mark) =>
          typedQuantity(`${whole}${mark}${String(part).padStart(4, '0')} mbar`),
        )
        expect(comma).toEqual(point)
      }),
      { seed: 32 },
    )
  })
  test('whatever is typed is understood or refused, never anything else', () => {
    fc.assert(
      fc.property(
        fc.oneof(fc.string({ maxLength: 30 }), fc.stringMatching(/^[\d.,/ e+-]{1,12} ?[a-zA-Z0-9@°()/]{0,12}$/)),
        (text) => {
          try {
            expect(Number.isFinite(typedQuantity(text).value)).toBe(true)
          } catch (error) {
            expect(error).toBeInstanceOf(Refusal)
          }
        },
      ),
      { seed: 33, numRuns: 2000 },
    )
  })
})
