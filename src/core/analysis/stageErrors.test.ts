import { expect, test } from 'vitest'
import { SIGNALS } from '../signal/signal'
import { stageErrors } from './stageErrors'

const basis = { range: { lrv: 0, urv: 40, unit: 'kPa' as const }, scale: SIGNALS['4-20mA'] }

test('0.1 kPa of 40 in the sensor is 0.25 %, 0.08 mA of 16 at the output 0.5 % (by hand)', () => {
  const errors = stageErrors({ pv: 20.1, ao: 12.04, output: 12.12, appliedPercent: 50 }, basis)
  expect(errors?.sensorPercentSpan).toBeCloseTo(0.25, 9)
  expect(errors?.outputPercentSpan).toBeCloseTo(0.5, 9)
})
test('without PV and AO the stages cannot be told', () => {
  expect(stageErrors({ output: 12, appliedPercent: 50 }, basis)).toBeNull()
})
