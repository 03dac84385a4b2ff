import { expect, test } from 'vitest'
import { terminalVerdict, voltsAt } from './terminalVolts'

/** Ohm's law by hand: 24 V, 750 Ω in series: at 20 mA 15 V drop, 9 V left; at 4 mA 3 V drop, 21 V left. */
const LOOP = { supplyVolts: 24, seriesOhms: 750, leastTerminalVolts: 10.5 }

test('short of what it needs is said, with by how much', () => {
  const found = terminalVerdict({ milliamp: 20, volts: 9 }, LOOP)
  expect(found.expectedVolts).toBeCloseTo(9, 12)
  expect(found.spareVolts).toBeCloseTo(-1.5, 12)
  expect(found.words).toContain('1.50 V short of what it needs at 20 mA')
})

test('a tenth of a volt short is short, just what it needs is not', () => {
  const needs = { ...LOOP, seriesOhms: 675 } // 24 − 0.020 · 675 = 10.5 V
  expect(terminalVerdict({ milliamp: 20, volts: 10.4 }, needs).words).toContain('0.10 V short')
  expect(terminalVerdict({ milliamp: 20, volts: 10.5 }, needs).words).toBeNull()
})

test.each([
  [21, null],
  [20.6, null],
  [20.4, 'less than the loop card computes'],
  [21.4, null],
  [21.6, 'more than the loop card computes'],
] as const)('at 4 mA 21 V are computed; measured %d V', (volts, words) => {
  const found = terminalVerdict({ milliamp: 4, volts }, LOOP).words
  if (words === null) expect(found).toBeNull()
  else expect(found).toContain(words)
})

test('without a loop card nothing is claimed', () => {
  expect(terminalVerdict({ milliamp: 20, volts: 9 }, null)).toEqual({
    expectedVolts: null,
    spareVolts: null,
    words: null,
  })
})

test('the line through two readings: 21 V at 4 mA, 9 V at 20 mA, 7.125 V at 22.5 mA', () => {
  const readings = [
    { milliamp: 20, volts: 9 },
    { milliamp: 4, volts: 21 },
  ]
  expect(voltsAt(22.5, readings)).toBeCloseTo(7.125, 12)
  expect(voltsAt(20, readings.slice(1))).toBeNull()
})
