import { expect, test } from 'vitest'
import { outputOfNull } from './nullInstrument'
import { SIGNALS } from './signal'

/** By hand: 4 + 0.16·% mA (IEC 60381-1); 3 + 0.12·% psi. */
test.each([
  ['50', '0', '4-20mA', 12],
  ['50', '0.3', '4-20mA', 12.048],
  ['0', '-0.25', '4-20mA', 3.96],
  ['100', '0.50', '3-15psi', 15.06],
] as const)('set to %s %%, off by %s %% of %s: %d', (nominal, deflection, signal, output) => {
  expect(Number(outputOfNull(nominal, deflection, SIGNALS[signal]))).toBeCloseTo(output, 9)
})

test('to one digit more than the departure was read to: 0.1 % of 16 mA is 0.016 mA', () => {
  expect(outputOfNull('50', '0.3', SIGNALS['4-20mA'])).toBe('12.048')
  expect(outputOfNull('50', '1', SIGNALS['4-20mA'])).toBe('12.16')
})
