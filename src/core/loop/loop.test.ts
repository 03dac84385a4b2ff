import { describe, expect, test } from 'vitest'
import { loopErrorBudget } from './loopError'
import { loopAtCurrents, mostLoopOhms, wireOhms } from './loopSupply'
import { trimSchools } from './trimSchools'

describe('supply', () => {
  test('1 mm² of copper has 17.24 Ω a kilometre at 20 °C (IEC 60028, from memory), twice that there and back', () => {
    expect(wireOhms({ lengthM: 1000, areaMm2: 1, celsius: 20 })).toBeCloseTo(2 * 17.241, 2)
    expect(
      wireOhms({ lengthM: 1000, areaMm2: 1, celsius: 30 }) / wireOhms({ lengthM: 1000, areaMm2: 1, celsius: 20 }),
    ).toBeCloseTo(1.0393, 9)
  })
  test('24 V over 250 Ω and 10 Ω of wire, Ohm’s law by hand: 18.8 V at 20 mA and 18.15 V at 22.5 mA', () => {
    const loop = { supplyVolts: 24, wireOhms: 10, burdenOhms: 250, leastTerminalVolts: 11 }
    const [full, alarm] = loopAtCurrents(loop)
    expect(full?.terminalVolts).toBeCloseTo(18.8, 12)
    expect(alarm?.terminalVolts).toBeCloseTo(18.15, 12)
    expect(alarm?.spareVolts).toBeCloseTo(7.15, 12)
    expect(mostLoopOhms(loop, 20)).toBeCloseTo(650, 9)
    const [, atMost] = loopAtCurrents({ ...loop, burdenOhms: mostLoopOhms(loop, 22.5) - 10 })
    expect(atMost?.spareVolts).toBeCloseTo(0, 9)
  })
  test.each([
    ['no supply', { supplyVolts: 0 }],
    ['an instrument that needs more than there is', { leastTerminalVolts: 30 }],
    ['a resistance below zero', { burdenOhms: -1 }],
  ])('%s is refused', (_, wrong) => {
    const loop = { supplyVolts: 24, wireOhms: 10, burdenOhms: 250, leastTerminalVolts: 11 }
    expect(() => loopAtCurrents({ ...loop, ...wrong })).toThrow(/V|Ω/)
  })
})

describe('where the error of a loop sits', () => {
  const items = [
    { name: 'transmitter', errorPercent: 0.3, limitPercent: 0.5 },
    { name: 'isolator', errorPercent: -0.4, limitPercent: 0.3 },
    { name: 'input', errorPercent: 0, limitPercent: 0.1 },
  ]
  test('3, 4, 5: sum −0.1 %, root-sum-square 0.5 %; the isolator has 64 % of the squares', () => {
    const budget = loopErrorBudget(items)
    expect(budget.sumPercent).toBeCloseTo(-0.1, 12)
    expect(budget.rootSumSquarePercent).toBeCloseTo(0.5, 12)
    expect(budget.largest?.name).toBe('isolator')
    expect(budget.largest?.sharePercent).toBeCloseTo(64, 9)
    expect(budget.outside).toEqual(['isolator'])
    expect(budget.limitSumPercent).toBeCloseTo(0.9, 12)
  })
  test('an item that nobody has measured leaves the sum unsaid', () => {
    const budget = loopErrorBudget([...items, { name: 'recorder', errorPercent: null, limitPercent: 2 }])
    expect([budget.sumPercent, budget.rootSumSquarePercent]).toEqual([null, null])
  })
  test('no items, or a limit of zero, are refused', () => {
    expect(() => loopErrorBudget([])).toThrow('add at least the transmitter')
    expect(() => loopErrorBudget([{ name: 'x', errorPercent: 1, limitPercent: 0 }])).toThrow('above 0')
  })
})

test('trimming to a host that shows 1.2 % too much puts −1.2 % into a true transmitter', () => {
  const { leaveTrue, trimToHost } = trimSchools({
    transmitterErrorPercent: 0,
    hostErrorPercent: 1.2,
    transmitterLimitPercent: 0.5,
    loopAllowancePercent: 2,
  })
  expect(leaveTrue).toEqual({
    transmitterErrorPercent: 0,
    hostErrorPercent: 1.2,
    isTransmitterInside: true,
    isLoopInside: true,
  })
  expect(trimToHost.transmitterErrorPercent).toBeCloseTo(-1.2, 12)
  expect([trimToHost.isTransmitterInside, trimToHost.isLoopInside]).toEqual([false, true])
})
