import { describe, expect, test } from 'vitest'
import { randomStream } from '../../core/statistics/randomStream'
import { cooled, GAMMA, type Gas, gasAt, leaked, letIn, letOut, mixed, pressureOf, squeezed } from './gas'

const total = (parts: readonly Gas[], of: (gas: Gas) => number) => parts.reduce((sum, gas) => sum + of(gas), 0)

describe('gas against closed forms', () => {
  test('one mole at 0 °C and one atmosphere takes 22.413969 dm³ (CODATA)', () => {
    expect(pressureOf({ mol: 1, kelvin: 273.15, volumeM3: 0.02241396954 })).toBeCloseTo(101_325, 2)
  })
  test('squeezed to half without heat: p·V^γ stays, 2^1.4 times the pressure', () => {
    const gas = gasAt(1e5, 293, 1e-4)
    expect(pressureOf(squeezed(gas, 5e-5)) / 1e5).toBeCloseTo(2 ** 1.4, 9)
  })
  test('an empty room filled from a large one ends at γ times its temperature', () => {
    let gas: Gas = { mol: 0, kelvin: 293, volumeM3: 1e-4 }
    for (let step = 0; step < 1000; step++) gas = letIn(gas, 1e-6, 293)
    expect(gas.kelvin).toBeCloseTo(GAMMA * 293, 6)
  })
  test('let out step by step, what stays expands by the same law as squeezed', () => {
    let gas = gasAt(8e5, 293, 1e-4)
    const before = gas
    for (let step = 0; step < 5000; step++) gas = letOut(gas, before.mol / 10_000)
    expect(gas.mol / before.mol).toBeCloseTo(0.5, 9)
    expect(pressureOf(gas) / pressureOf(before)).toBeCloseTo(0.5 ** 1.4, 9)
  })
  test('cooling is first order: a third of e-folds later a third of them are gone', () => {
    const hot = { ...gasAt(5e5, 313, 1e-4) }
    const walls = { kelvin: 293, timeConstant: 8 }
    expect(cooled(hot, 8, walls).kelvin - 293).toBeCloseTo(20 / Math.E, 9)
    expect(cooled(cooled(hot, 3, walls), 5, walls).kelvin).toBeCloseTo(cooled(hot, 8, walls).kelvin, 9)
  })
  test('after quick pressurising the pressure sinks while the gas cools, to p·T0/T', () => {
    const warm = squeezed(gasAt(1e5, 293, 1e-4), 2e-5)
    const cold = cooled(warm, 1000, { kelvin: 293, timeConstant: 6 })
    expect(pressureOf(cold)).toBeCloseTo(5e5, 3)
    expect(pressureOf(warm)).toBeGreaterThan(pressureOf(cold) * 1.8)
  })
  test('a leak decays evenly, and in steps as in one', () => {
    const leak = { toPa: 1e5, conductanceM3PerS: 1e-7 }
    const gas = gasAt(5e5, 293, 1e-4)
    expect(pressureOf(leaked(gas, 1000, leak)) - 1e5).toBeCloseTo(4e5 / Math.E, 3)
    expect(pressureOf(leaked(leaked(gas, 400, leak), 600, leak))).toBeCloseTo(pressureOf(leaked(gas, 1000, leak)), 3)
  })
})

test('rooms opened to each other keep mass and heat, and end at one pressure and one temperature', () => {
  const stream = randomStream(7)
  for (let trial = 0; trial < 500; trial++) {
    const parts = Array.from({ length: 2 + Math.floor(stream.uniform() * 4) }, () =>
      gasAt(1e3 + stream.uniform() * 1e6, 250 + stream.uniform() * 100, 1e-6 + stream.uniform() * 1e-4),
    )
    const after = mixed(parts)
    expect(total(after, ({ mol }) => mol) / total(parts, ({ mol }) => mol)).toBeCloseTo(1, 12)
    expect(
      total(after, ({ mol, kelvin }) => mol * kelvin) / total(parts, ({ mol, kelvin }) => mol * kelvin),
    ).toBeCloseTo(1, 12)
    const pressures = after.map(pressureOf)
    for (const pa of pressures) expect(pa / (pressures[0] ?? 0)).toBeCloseTo(1, 12)
  }
})
