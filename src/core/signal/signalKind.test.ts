import { expect, test } from 'vitest'
import { FAILURE_PERCENT } from './ne43'
import { SIGNAL_IDS, SIGNALS, type Signal } from './signal'
import { isTwoWireLoop, signalKind } from './signalKind'

test('what carries a signal is told by its unit too: air in psi and kPa, currents in mA, voltages in V', () => {
  const carriers = { mA: ['two-wire loop', 'current'], V: ['voltage'], psi: ['air'], kPa: ['air'] }
  for (const [id, { unit }] of Object.entries(SIGNALS))
    expect(carriers[unit], id).toContain(signalKind(id as Signal).carrier) // keys of a const object
})

/** Common practice, no source. */
test('one signal is a two-wire loop; air and 10–50 mA belong to screws, a dial to itself', () => {
  expect(SIGNAL_IDS.filter(isTwoWireLoop)).toEqual(['4-20mA'])
  expect(SIGNAL_IDS.filter((id) => signalKind(id).setBy === 'screws').toSorted()).toEqual([
    '10-50mA',
    '20-100kPa',
    '3-15psi',
  ])
  expect(SIGNAL_IDS.filter((id) => signalKind(id).setBy === 'gauge')).toEqual(['display'])
})

/** NE 43 (from memory): 3.6 and 21 mA, in % of 16 mA by hand. */
test('where a failure signal begins', () => {
  expect(FAILURE_PERCENT.low).toBeCloseTo(-2.5, 9)
  expect(FAILURE_PERCENT.high).toBeCloseTo(106.25, 9)
})
