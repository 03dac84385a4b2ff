import { afterEach, describe, expect, test } from 'vitest'
import { limitFromText } from '../error/limitText'
import { limitWords } from '../error/limitWords'
import { decimalText } from '../units/decimalText'
import { decimalMark, showDecimalMark, withDecimalMark, withPoints, wordsAsShown } from './decimalMark'
import { fixedDecimal, formatFixed, formatPlain, formatReading, formatSigned, plainDecimal } from './formatNumber'

afterEach(() => showDecimalMark('.'))

describe('a site that writes a comma (ISO 80000-1:2022, 7.3.2: the decimal sign is a comma or a point on the line)', () => {
  test('figures have it, signs and digits stay', () => {
    showDecimalMark(',')
    expect(formatFixed(-0.1235, 3)).toBe('−0,124')
    expect(formatSigned(0.25, 2)).toBe('+0,25')
    expect(formatSigned(0.0001, 2)).toBe('0,00')
    expect(formatPlain(-62.5)).toBe('−62,5')
    expect(formatPlain(42)).toBe('42')
    expect(formatReading('-4.0120')).toBe('−4,0120')
  })

  test('what is kept or read by machines has points all the same', () => {
    showDecimalMark(',')
    expect(fixedDecimal(-0.0625, 3)).toBe('-0.063')
    expect(plainDecimal(-62.5)).toBe('-62.5')
    expect(withPoints(() => formatFixed(4.012, 3))).toBe('4.012')
    expect(() =>
      withPoints(() => {
        throw new Error('x')
      }),
    ).toThrow('x')
    expect(decimalMark()).toBe(',')
  })

  test('what is shown can be typed again', () => {
    showDecimalMark(',')
    expect(decimalText(formatFixed(-4.012, 3), 'output')).toBe('-4.012')
    const limit = { combine: 'sum' as const, terms: [{ kind: 'percentSpan' as const, value: 0.25 }] }
    expect(limitWords(limit)).toBe('±0,25 % of span')
    expect(limitFromText(limitWords(limit), 'limit').terms).toEqual([{ kind: 'percentSpan', value: '0,25' }])
  })

  test('kept sentences of ours have it before units; what may be a name stays', () => {
    const kept = 'register R-1.5, 0.96 years since its calibration, 23.4 °C, software 0.1.0'
    expect(wordsAsShown(kept)).toBe(kept)
    showDecimalMark(',')
    expect(wordsAsShown(kept)).toBe('register R-1.5, 0,96 years since its calibration, 23,4 °C, software 0.1.0')
    expect(withDecimalMark('95.45')).toBe('95,45')
  })
})
