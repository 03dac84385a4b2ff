import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { reference, relativeDifference } from '../../../tests/support/reference'
import { cutOffAdvice } from './cutOffAdvice'
import { densityFactor, gasDensityAt } from './densityCompensation'
import { pipeReynolds } from './orifice'
import { dischargeCoefficient, expansibility } from './orificeDischarge'
import { orificeBore, orificeDifference, orificeFlow } from './orificeFlow'
import { leastReynolds } from './orificeLimits'
import {
  differenceAtFlow,
  errorAmplification,
  flowAtDifference,
  flowErrorAt,
  flowOfZeroShiftPercent,
} from './rootOfDifference'
import { followRoot } from './rootPlace'

describe('facts of the trade: common practice, no source', () => {
  test('0.07 inH2O of zero shift on 172.75 inH2O shows 2 % of flow', () => {
    expect(flowOfZeroShiftPercent((0.07 / 172.75) * 100)).toBeCloseTo(2, 1)
  })
  test('the root taken twice shows 18 % instead of 3.4 % at 0.2 of 172.75 inH2O', () => {
    const dpPercent = (0.2 / 172.75) * 100
    const twice = followRoot(dpPercent, { transmitter: true, host: true, panelMeter: false })
    expect(twice.panelPercent).toBeCloseTo(3.4, 1)
    expect(twice.hostPercent).toBeCloseTo(18.4, 1)
    expect([twice.rootsInHost, twice.rootsInPanel]).toEqual([2, 1])
  })
  test('half the flow is a quarter of the difference; 8:1 in flow is 64:1 in difference', () => {
    expect(differenceAtFlow(50, { dp: 100, flow: 100 })).toBe(25)
    expect(differenceAtFlow(12.5, { dp: 64, flow: 100 })).toBeCloseTo(1, 12)
  })
})

describe('error of flow', () => {
  test('the derivative of the root, against a difference quotient', () => {
    for (const flowPercent of [3, 12, 50, 100]) {
      const step = 1e-6
      const dp = (flowPercent / 10) ** 2
      const quotient = (flowAtDifference(dp + step, { dp: 100, flow: 100 }) - flowPercent) / step
      expect(relativeDifference(errorAmplification(flowPercent), quotient)).toBeLessThan(1e-5)
    }
  })
  test('cut-off: at the honest flow the linearised error is just what is allowed', () => {
    const { honestFromPercent, rangeability, adviseCutOffPercent } = cutOffAdvice(0.06, 3)
    const ofFlow = (0.06 * errorAmplification(honestFromPercent) * 100) / honestFromPercent
    expect(ofFlow).toBeCloseTo(3, 9)
    expect(rangeability * honestFromPercent).toBeCloseTo(100, 9)
    expect(adviseCutOffPercent).toBeGreaterThanOrEqual(honestFromPercent)
  })
  test('exact error both ways: a shift of 1 % of difference at 10 % of flow is +41 % and −100 % of it', () => {
    const { highPercentOfFlow, lowPercentOfFlow } = flowErrorAt(10, 1)
    expect(highPercentOfFlow).toBeCloseTo((Math.SQRT2 - 1) * 100, 9)
    expect(lowPercentOfFlow).toBeCloseTo(-100, 9)
  })
})

type Discharge = {
  taps: 'corner' | 'D' | 'flange'
  pipeM: number
  beta: number
  viscosityPaS: number
  massFlowKgPerS: number
  discharge: number
}
type Expansion = { beta: number; upstreamPa: number; downstreamPa: number; isentropic: number; expansibility: number }
type Solved = {
  taps: 'corner' | 'D' | 'flange'
  pipeM: number
  beta: number
  densityKgPerM3: number
  viscosityPaS: number
  isentropic: number | null
  upstreamPa: number
  downstreamPa: number
  massFlowKgPerS: number
}
const { source, cases } = reference<{ discharge: Discharge[]; expansibility: Expansion[]; solved: Solved[] }>('orifice')
const [library] = cases

describe(`ISO 5167-2 orifice beside ${source}`, () => {
  test.each(library?.discharge ?? [])('C with $taps taps, D $pipeM m, β $beta', (given) => {
    const { taps, pipeM, beta, viscosityPaS, massFlowKgPerS, discharge } = given
    const orifice = { taps: taps === 'D' ? 'D-D2' : taps, pipeM, boreM: beta * pipeM } as const
    const found = dischargeCoefficient(orifice, pipeReynolds(massFlowKgPerS, pipeM, viscosityPaS))
    expect(relativeDifference(found, discharge)).toBeLessThan(1e-8)
  })
  test.each(library?.expansibility ?? [])('ε at β $beta, $downstreamPa of $upstreamPa Pa', (given) => {
    const { beta, upstreamPa, downstreamPa, isentropic } = given
    const found = expansibility(beta, { upstreamPa, downstreamPa, isentropicExponent: isentropic })
    expect(relativeDifference(found, given.expansibility)).toBeLessThan(1e-8)
  })
})

describe(`whole plates, solved by ${source}`, () => {
  const plateOf = ({ taps, pipeM, beta }: Solved) =>
    ({ taps: taps === 'D' ? 'D-D2' : taps, pipeM, boreM: beta * pipeM }) as const
  const fluidOf = ({ densityKgPerM3, viscosityPaS, isentropic, upstreamPa }: Solved) => ({
    densityKgPerM3,
    viscosityPaS,
    gas: isentropic === null ? null : { upstreamPa, isentropicExponent: isentropic },
  })
  const dpOf = ({ upstreamPa, downstreamPa }: Solved) => upstreamPa - downstreamPa
  test.each(library?.solved ?? [])('flow: $taps taps, D $pipeM m, β $beta, κ $isentropic', (given) => {
    const { massFlowKgPerS } = orificeFlow(plateOf(given), fluidOf(given), dpOf(given))
    expect(relativeDifference(massFlowKgPerS, given.massFlowKgPerS)).toBeLessThan(1e-7)
  })
  test.each(library?.solved ?? [])('difference: $taps taps, D $pipeM m, β $beta, κ $isentropic', (given) => {
    const { dpPa } = orificeDifference(plateOf(given), fluidOf(given), given.massFlowKgPerS)
    expect(relativeDifference(dpPa, dpOf(given))).toBeLessThan(1e-6)
  })
  test.each(library?.solved ?? [])('bore: $taps taps, D $pipeM m, β $beta, κ $isentropic', (given) => {
    const { boreM } = orificeBore(plateOf(given), fluidOf(given), {
      massFlowKgPerS: given.massFlowKgPerS,
      dpPa: dpOf(given),
    })
    expect(relativeDifference(boreM, given.beta * given.pipeM)).toBeLessThan(1e-6)
  })
})

test('flow, difference and bore are solved for each other', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.06, max: 0.8, noNaN: true }),
      fc.double({ min: 0.25, max: 0.74, noNaN: true }),
      fc.double({ min: 9_000, max: 60_000, noNaN: true }),
      fc.constantFrom('corner', 'D-D2', 'flange'),
      fc.boolean(),
      (pipeM, beta, dpPa, taps, isGas) => {
        const fluid = isGas
          ? { densityKgPerM3: 6, viscosityPaS: 1.8e-5, gas: { upstreamPa: 7e5, isentropicExponent: 1.35 } }
          : { densityKgPerM3: 998, viscosityPaS: 1e-3, gas: null }
        const orifice = { taps, pipeM, boreM: beta * pipeM } as const
        const forward = orificeFlow(orifice, fluid, dpPa)
        const back = orificeDifference(orifice, fluid, forward.massFlowKgPerS)
        const bore = orificeBore({ taps, pipeM }, fluid, { massFlowKgPerS: forward.massFlowKgPerS, dpPa })
        expect(relativeDifference(back.dpPa, dpPa)).toBeLessThan(1e-9)
        expect(relativeDifference(bore.boreM, orifice.boreM)).toBeLessThan(1e-9)
      },
    ),
    { seed: 20261125, numRuns: 60 },
  )
})

describe('density', () => {
  test('a quarter of the density shows twice the volume flow, and half the mass flow', () => {
    expect(densityFactor(8, 2, 'volume')).toBe(2)
    expect(densityFactor(8, 2, 'mass')).toBe(0.5)
  })
  test('an ideal gas: twice the pressure, twice the density; 10 % more kelvin, 1/1.1', () => {
    const design = { pressurePa: 2e5, temperatureK: 300, compressibility: 1 }
    expect(gasDensityAt(3, design, { ...design, pressurePa: 4e5, temperatureK: 330 })).toBeCloseTo(6 / 1.1, 12)
  })
})

describe('refused by name', () => {
  const fluid = { densityKgPerM3: 998, viscosityPaS: 1e-3, gas: null }
  const plate = { taps: 'corner', pipeM: 0.1, boreM: 0.05 } as const
  test.each([
    ['β of 0.9', () => orificeFlow({ ...plate, boreM: 0.09 }, fluid, 1e4), 'β = 0.900 lies outside ISO 5167-2'],
    ['a pipe of 40 mm', () => orificeFlow({ ...plate, pipeM: 0.04 }, fluid, 1e4), 'D = 40 mm'],
    ['a bore of 6 mm', () => orificeFlow({ ...plate, pipeM: 0.055, boreM: 0.006 }, fluid, 1e4), 'd = 6 mm'],
    ['treacle', () => orificeFlow(plate, { ...fluid, viscosityPaS: 5 }, 1e4), 'Reynolds number'],
    ['no density', () => orificeFlow(plate, { ...fluid, densityKgPerM3: 0 }, 1e4), 'density: is not above zero'],
    ['backward flow', () => orificeDifference(plate, fluid, -1), 'flow: is not above zero'],
    [
      'a gas that expands too far',
      () => orificeFlow(plate, { ...fluid, gas: { upstreamPa: 2e4, isentropicExponent: 1.4 } }, 1e4),
      'p₂/p₁',
    ],
    [
      'a bore that cannot be',
      () => orificeBore({ taps: 'corner', pipeM: 0.1 }, fluid, { massFlowKgPerS: 400, dpPa: 1e3 }),
      'no bore between',
    ],
    ['an error at no flow', () => errorAmplification(0), 'vertical'],
    ['a cut-off that leaves nothing', () => cutOffAdvice(10, 1), 'hardly anything'],
    ['no pair', () => flowAtDifference(1, { dp: 0, flow: 1 }), 'above zero'],
    [
      'gas at no pressure',
      () =>
        gasDensityAt(
          1,
          { pressurePa: 0, temperatureK: 300, compressibility: 1 },
          { pressurePa: 1, temperatureK: 300, compressibility: 1 },
        ),
      'absolute',
    ],
  ])('%s', (_, attempt, says) => {
    expect(attempt).toThrow(says)
  })
  test('the lowest Reynolds number: 5000, or more for wide plates and flange taps (ISO 5167-2, 5.3.1, from memory)', () => {
    expect(leastReynolds(plate)).toBe(5000)
    expect(leastReynolds({ ...plate, boreM: 0.07 })).toBeCloseTo(16_000 * 0.49, 6)
    expect(leastReynolds({ taps: 'flange', pipeM: 0.5, boreM: 0.3 })).toBeCloseTo(170 * 0.36 * 500, 6)
  })
})
