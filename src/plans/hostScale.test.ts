import { expect, test } from 'vitest'
import { Configuration } from '../schema/configuration'
import { hostErrorOf, loopCurrent } from './hostScale'

const CONFIGURATION = Configuration.parse({
  ...{ description: 'trial', area: 'bench', kind: 'pressure-transmitter', pressureKind: 'gauge', hookUp: 'bench' },
  ...{ unit: 'kPa', lrl: -100, url: 200, minSpan: 5, lrv: 0, urv: 100, signal: '4-20mA', adjustLimit: null },
  errorLimit: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 0.5 }] },
  ...{ intervalMonths: 12, testPoints: [0, 50, 100], pointOrder: 'up' },
})

/** A voltmeter alone at half of the output. */
const check = (senseOhms: string, senseVolts: string) => ({ percent: 50, hostValue: null, senseOhms, senseVolts })

test.each([
  ['4-20mA', '250', '3.04', 1], // 3 V of 1 … 5 V (Ohm’s law)
  ['0-20mA', '250', '2.5', 0], // 2.5 V of 0 … 5 V
  ['10-50mA', '100', '3.04', 1], // 3 V of 1 … 5 V
] as const)('the volts of a host follow its own current: %s over %s Ω', (signal, ohms, volts, percent) => {
  expect(hostErrorOf(check(ohms, volts), { ...CONFIGURATION, signal }).voltsErrorPercent).toBeCloseTo(percent, 9)
})

test('what is sent no current has no volts to be looked at', () => {
  for (const signal of ['20-100kPa', 'display', 'digital-value'] as const) expect(loopCurrent({ signal })).toBeNull()
})
