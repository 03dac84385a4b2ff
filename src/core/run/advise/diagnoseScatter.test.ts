import { expect, test } from 'vitest'
import { judgePoint } from '../../analysis/judgedPoint'
import { outputScale } from '../../signal/signal'
import { diagnoseRound } from './diagnoseRound'

/** What is looked for is not at the same time what readings scatter by: ±0.5 % of a loop would hide in itself. */
test('hysteresis is a line of the budget and no scatter of the diagnosis', () => {
  const basis = {
    range: { lrv: 0, urv: 10, unit: 'bar' },
    scale: outputScale('4-20mA', { lrv: 0, urv: 10, unitLabel: 'bar' }),
    errorLimit: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 0.3 }] },
    adjustLimit: null,
    url: 10,
  } as const
  const lines = [
    { name: 'accuracy', contribution: 0.02 },
    { name: 'hysteresis', contribution: 0.5 },
    { name: 'return to zero', contribution: 0.5 },
  ]
  const points = [0, 25, 50, 75, 100, 75, 50, 25, 0].map((targetPercent, index) => {
    const direction = index < 5 ? ('rising' as const) : ('falling' as const)
    const bow = (4 * targetPercent * (100 - targetPercent)) / 1e4
    const error = (direction === 'rising' ? -0.5 : 0.5) * bow
    const output = 4 + (16 * (targetPercent + error)) / 100
    const judged = judgePoint({ targetPercent, direction, applied: targetPercent / 10, output }, basis)
    return { ...judged, budget: { lines } as never }
  })
  const diagnosis = diagnoseRound(points, basis, {
    configuration: { kind: 'pressure-transmitter', signal: '4-20mA', url: 10 },
  })
  expect(diagnosis?.ranked[0]?.cause).toBe('hysteresis')
})
