import { describe, expect, test } from 'vitest'
import { decimalsOfTwoDigits, decimalsThatTell, formatFixed, formatSigned } from './formatNumber'

describe('figures as printed', () => {
  test('equal errors print equally, whatever binary arithmetic left on them; halves go away from zero', () => {
    for (const value of [0.0625, 0.06250000000000977, 0.06249999999999012]) {
      expect(formatSigned(value, 3)).toBe('+0.063')
      expect(formatSigned(-value, 3)).toBe('−0.063')
    }
    expect(formatFixed(0.0624, 3)).toBe('0.062')
    expect(formatSigned(-1e-12, 3)).toBe('0.000')
  })
  test.each([
    [0.0412, 3],
    [3.609, 1],
    [0.0996, 2], // 0.10
    [0.00995, 3], // 0.010
    [42.3, 0],
    [0.02, 3],
  ])('%d has two digits at %d decimals', (value, decimals) => {
    expect(decimalsOfTwoDigits(value)).toBe(decimals)
  })
  test('a value beside its limit gets the digits that tell them apart, and no more where they are equal', () => {
    expect(decimalsThatTell(0.303, 0.3, 2)).toBe(3)
    expect(decimalsThatTell(3.988, 4, 1)).toBe(2)
    expect(decimalsThatTell(0.30000000000000004, 0.3, 2)).toBe(2)
    expect(decimalsThatTell(0.5, 0.3, 2)).toBe(2)
  })
})
