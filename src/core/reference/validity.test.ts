import { expect, test } from 'vitest'
import { validityOf } from './validity'

test.each([
  ['2026-12-01', 'in date'],
  ['2026-12-02', 'due soon'],
  ['2027-01-01', 'due soon'],
  ['2027-01-02', 'out of date'],
] as const)(
  'a certificate due on 1 January 2027 is on %s %s: 30 days before it is due soon, the due day included',
  (day, is) => {
    expect(validityOf('2027-01-01', day)).toBe(is)
  },
)
