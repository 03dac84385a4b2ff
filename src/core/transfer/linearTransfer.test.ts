import { describe, expect, test } from 'vitest'
import { SIGNALS } from '../signal/signal'
import { isReverseActing, span, zeroPosition } from './calibratedRange'
import { idealOutput, inputAtPercent, inputForOutput, percentOfInput } from './linearTransfer'

const MILLIAMP = SIGNALS['4-20mA']

describe('ideal output by hand calculation: 4 + 16·(input − LRV)/(URV − LRV)', () => {
  test.each([
    { name: 'from zero', lrv: 0, urv: 80, input: 20, output: 8 },
    { name: 'zero elevated', lrv: -40, urv: 40, input: 0, output: 12 },
    { name: 'zero suppressed', lrv: 40, urv: 120, input: 60, output: 8 },
    { name: 'reverse-acting', lrv: 100, urv: 0, input: 75, output: 8 },
    { name: 'below LRV', lrv: 0, urv: 80, input: -5, output: 3 },
    { name: 'beyond URV', lrv: 0, urv: 80, input: 82.5, output: 20.5 },
    { name: 'both ends negative', lrv: -7.2, urv: -1.2, input: -4.2, output: 12 },
  ])('$name: $input on $lrv … $urv gives $output mA', ({ lrv, urv, input, output }) => {
    expect(idealOutput(input, { lrv, urv, unit: 'kPa' }, MILLIAMP)).toBeCloseTo(output, 12)
  })
})

test('inverse undoes forward, percent undoes input, on reverse-acting ranges too', () => {
  for (const range of [
    { lrv: -12.5, urv: 60, unit: 'kPa' as const },
    { lrv: 9, urv: -3, unit: 'bar' as const },
  ])
    for (const percent of [-5, 0, 33.3, 100, 104]) {
      const input = inputAtPercent(percent, range)
      expect(inputForOutput(idealOutput(input, range, MILLIAMP), range, MILLIAMP)).toBeCloseTo(input, 9)
      expect(percentOfInput(input, range)).toBeCloseTo(percent, 9)
    }
})

describe('a range', () => {
  test('without span is refused, naming both ends and the remedy', () => {
    expect(() => span({ lrv: 100, urv: 100, unit: 'kPa' })).toThrow(
      'urv: equals LRV (100 kPa), so the span is zero; enter two different values',
    )
  })
  test('is reverse-acting when URV lies below LRV', () => {
    expect([
      isReverseActing({ lrv: 5, urv: 1, unit: 'bar' }),
      isReverseActing({ lrv: 1, urv: 5, unit: 'bar' }),
    ]).toEqual([true, false])
  })
  test.each([
    [0, 50, 'at zero'],
    [-10, 50, 'elevated'],
    [10, 50, 'suppressed'],
    [50, -10, 'elevated'],
  ])('%d … %d: zero %s (trade wording)', (lrv, urv, position) => {
    expect(zeroPosition({ lrv, urv, unit: 'kPa' })).toBe(position)
  })
})
