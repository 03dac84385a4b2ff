import { expect, test } from 'vitest'
import { calculationNamed } from './registry'
import { runCalculation } from './runCalculation'

/** By hand: half of the way up the first of two lines. Figures are invented. */
test('a table with straight lines between its points, as many transmitters have it, beside the smooth curve', () => {
  const inputPercent = (between: object) => {
    const calculation = calculationNamed('inverse-transfer')
    if (!calculation) throw new Error('no such calculation')
    const points = [
      { input: 0, output: 0 },
      { input: 40, output: 70 },
      { input: 100, output: 100 },
    ]
    const outcome = runCalculation(calculation, {
      range: { lrv: 0, urv: 24, unit: 'kPa' },
      signal: '4-20mA',
      transfer: { kind: 'table', points, ...between },
      output: 4 + 16 * 0.35,
    })
    if (outcome.kind !== 'answer') throw new Error(JSON.stringify(outcome.refusals))
    return (outcome.answer.inputPercent as { value: number }).value // a quantity by its schema
  }
  expect(inputPercent({ between: 'straight' })).toBeCloseTo(20, 9)
  expect(Math.abs(inputPercent({ between: 'smooth' }) - 20)).toBeGreaterThan(0.5)
  expect(inputPercent({})).toBe(inputPercent({ between: 'smooth' }))
})
