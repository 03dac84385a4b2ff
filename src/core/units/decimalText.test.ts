import { describe, expect, test } from 'vitest'
import { Refusal } from '../refusal'
import { decimalsOf, decimalText } from './decimalText'

describe('what people type', () => {
  test.each([
    ['12,50', '12.50'],
    [' 4.020 ', '4.020'],
    ['+3', '3'],
    ['−7.35', '-7.35'],
    ['.5', '0.5'],
    ['5.', '5'],
    ['007.10', '7.10'],
    ['1.5e-3', '0.0015'],
    ['2E3', '2000'],
    ['1 013.25', '1013.25'],
    ['0', '0'],
    ['-0.00', '-0.00'],
  ])('“%s” is %s', (typed, text) => {
    expect(decimalText(typed, 'applied')).toBe(text)
  })

  test.each([
    '',
    '  ',
    'abc',
    '12,3,4',
    '1.2.3',
    '1,2.3',
    '12 kPa',
    '--3',
    '1e',
    'NaN',
    'Infinity',
    '0x10',
    '1e999',
    '४',
  ])('“%s” is refused', (typed) => {
    expect(() => decimalText(typed, 'applied')).toThrow(Refusal)
  })

  test('the refusal says which field, quotes what was typed, and what to do', () => {
    expect(() => decimalText('12.o5', 'output')).toThrow('output: “12.o5” is not a number; type digits')
  })
  test('a pasted novel is refused without repeating it', () => {
    expect(() => decimalText('x'.repeat(5000), 'output')).toThrow(/^output: “x{20}…” is not a number/)
  })
})

test('decimals are the resolution the reading was given with', () => {
  expect(['16.020', '16', '0.5'].map(decimalsOf)).toEqual([3, 0, 1])
})
