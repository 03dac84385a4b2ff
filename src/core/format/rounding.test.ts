import { describe, expect, test } from 'vitest'
import {
  decimalsOfLimit,
  decimalsOfTwoDigits,
  decimalsThatTell,
  formatFixed,
  formatSigned,
  formatUncertainty,
} from './formatNumber'

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
    [9.95, 0], // 10
    [0.00000995, 6], // 0.000010
  ])('%d has two digits at %d decimals', (value, decimals) => {
    expect(decimalsOfTwoDigits(value)).toBe(decimals)
  })
  test.each([
    [142, '140'],
    [145, '150'],
    [99.6, '100'],
    [1234.5, '1200'],
    [9.95, '10'],
    [0.0412, '0.041'],
    [0.00000995, '0.000010'],
    [0, '0.00'],
  ])('U = %d is given as %s (JCGM 100:2008, 7.2.6)', (value, text) => {
    expect(formatUncertainty(value)).toBe(text)
  })
  test('a limit keeps its own digits beside errors that have fewer', () => {
    expect([decimalsOfLimit(0.1625, 1), decimalsOfLimit(0.5, 2), decimalsOfLimit(1 / 3, 1)]).toEqual([4, 2, 4])
  })
  test('a value beside its limit gets the digits that tell them apart, and no more where they are equal', () => {
    expect(decimalsThatTell(0.303, 0.3, 2)).toBe(3)
    expect(decimalsThatTell(3.988, 4, 1)).toBe(2)
    expect(decimalsThatTell(0.30000000000000004, 0.3, 2)).toBe(2)
    expect(decimalsThatTell(0.5, 0.3, 2)).toBe(2)
  })
})
