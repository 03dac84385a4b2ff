import { describe, expect, test } from 'vitest'
import {
  computedDecimals,
  formatFixed,
  formatPlain,
  formatReading,
  formatSigned,
  formatSignificant,
  percentDecimals,
} from './formatNumber'
import { calendarDate, daysBetween, formatDate, formatDateTime, formatWeekday } from './formatTime'

describe('numbers as shown', () => {
  test('a real minus sign, a plus sign on errors, and never minus zero', () => {
    expect(formatFixed(-1.5, 2)).toBe('−1.50')
    expect(formatFixed(-0.0004, 3)).toBe('0.000')
    expect(formatSigned(0.0125, 3)).toBe('+0.013')
    expect(formatSigned(-0.0001, 3)).toBe('0.000')
    expect(formatSigned(0, 3)).toBe('0.000')
  })
  test('a reading keeps its digits, a register value has no more than it needs', () => {
    expect(formatReading('-16.020')).toBe('−16.020')
    expect(formatPlain(0.1 + 0.2)).toBe('0.3')
    expect(formatPlain(-62.5)).toBe('−62.5')
  })
  test('computed values get one digit more than the reading', () => {
    expect([computedDecimals('16.02'), computedDecimals('16')]).toEqual([3, 1])
    // 0.001 mA is 0.00625 % of 16 mA: three decimals show it; 0.1 kPa is 0.125 % of 80 kPa: two are the least shown
    expect([percentDecimals(0.001, 16), percentDecimals(0.1, 80)]).toEqual([3, 2])
  })
})

describe('times in the site’s zone', () => {
  test.each([
    ['2026-01-31T23:30:00Z', 'UTC', '2026-01-31'],
    ['2026-01-31T23:30:00Z', 'Europe/Prague', '2026-02-01'],
    ['2026-01-31T23:30:00Z', 'America/Denver', '2026-01-31'],
    ['2026-03-29T00:59:00Z', 'Europe/Prague', '2026-03-29'],
  ])('%s in %s is the %s', (at, zone, date) => {
    expect(calendarDate(new Date(at), zone)).toBe(date)
  })
  test('summer time: 12:00 UTC is 14:00 in Prague in July, 13:00 in January (IANA tz database)', () => {
    expect(formatDateTime('2026-07-01T12:00:00Z', 'Europe/Prague')).toBe('1 Jul 2026, 14:00')
    expect(formatDateTime('2026-01-01T12:00:00Z', 'Europe/Prague')).toBe('1 Jan 2026, 13:00')
  })
  test('dates in words; 24 November 2026 is a Tuesday', () => {
    expect(formatDate('2026-11-03')).toBe('3 Nov 2026')
    const months = Array.from({ length: 12 }, (_, index) => formatDate(`2026-${String(index + 1).padStart(2, '0')}-01`))
    expect(months.map((date) => date.split(' ')[1]).join(' ')).toBe('Jan Feb Mar Apr May Jun Jul Aug Sep Oct Nov Dec')
    expect(formatWeekday('2026-11-24')).toBe('Tuesday 24 Nov')
  })
  test('whole days over a leap day and a change of clocks', () => {
    expect(daysBetween('2028-02-28', '2028-03-01')).toBe(2)
    expect(daysBetween('2026-03-28', '2026-03-30')).toBe(2)
    expect(daysBetween('2026-03-30', '2026-03-28')).toBe(-2)
  })
})

test.each([
  [0.01712, 3, '0.0171'],
  [0.0001, 3, '0.0001'],
  [0.0000797, 3, '7.97·10⁻⁵'],
  [-0.00000123456, 4, '−1.235·10⁻⁶'],
  [0, 3, '0'],
  [746.34, 4, '746.3'],
])('%d with %d digits is %s', (value, digits, text) => {
  expect(formatSignificant(value, digits)).toBe(text)
})
