import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { relativeDifference } from '../../../tests/support/reference'
import { boilingWater } from './boilingWater'
import { liquidWater } from './liquidWater'
import { saturationPressureMPa, saturationTemperatureK } from './saturation'
import { steam } from './steam'
import type { WaterProperties } from './waterProperties'

/** Thermodynamics holds between the properties, whatever the coefficients: each is checked by differences of another. */
type Phase = (pressureMPa: number, temperatureK: number) => WaterProperties
const gibbs = (of: WaterProperties, temperatureK: number) => of.enthalpyKJPerKg - temperatureK * of.entropyKJPerKgK

const PHASES: { name: string; find: Phase; pressure: [number, number]; kelvin: [number, number] }[] = [
  { name: 'liquid water', find: liquidWater, pressure: [3, 80], kelvin: [285, 500] },
  { name: 'steam', find: steam, pressure: [0.01, 2], kelvin: [520, 1000] },
]

describe.each(PHASES)('$name', ({ find, pressure, kelvin }) => {
  const states = fc.tuple(
    fc.double({ min: pressure[0], max: pressure[1], noNaN: true }),
    fc.double({ min: kelvin[0], max: kelvin[1], noNaN: true }),
  )
  const property = (check: (p: number, t: number, at: WaterProperties) => void) =>
    fc.assert(
      fc.property(states, ([p, t]) => check(p, t, find(p, t))),
      { seed: 20261125, numRuns: 60 },
    )
  test('v = (∂g/∂p) at constant temperature', () => {
    property((p, t, at) => {
      const step = p * 1e-4
      // kJ/kg over MPa is dm³/kg.
      const byDifference = (gibbs(find(p + step, t), t) - gibbs(find(p - step, t), t)) / (2 * step) / 1000
      expect(relativeDifference(at.volumeM3PerKg, byDifference)).toBeLessThan(1e-5)
    })
  })
  test('cp = (∂h/∂T) at constant pressure', () => {
    property((p, t, at) => {
      const step = 0.01
      const byDifference = (find(p, t + step).enthalpyKJPerKg - find(p, t - step).enthalpyKJPerKg) / (2 * step)
      expect(relativeDifference(at.heatCapacityKJPerKgK, byDifference)).toBeLessThan(1e-5)
    })
  })
  test('T·(∂s/∂T) is the same heat capacity', () => {
    property((p, t, at) => {
      const step = 0.01
      const byDifference = (t * (find(p, t + step).entropyKJPerKgK - find(p, t - step).entropyKJPerKgK)) / (2 * step)
      expect(relativeDifference(at.heatCapacityKJPerKgK, byDifference)).toBeLessThan(1e-5)
    })
  })
  test('h = u + p·v, and ρ = 1/v', () => {
    property((p, _t, at) => {
      expect(at.enthalpyKJPerKg).toBeCloseTo(at.energyKJPerKg + p * 1000 * at.volumeM3PerKg, 8)
      expect(at.densityKgPerM3 * at.volumeM3PerKg).toBeCloseTo(1, 12)
    })
  })
  test('it grows denser under pressure, and its sound is real', () => {
    property((p, t, at) => {
      expect(find(p * 1.01, t).densityKgPerM3).toBeGreaterThan(at.densityKgPerM3)
      expect(at.soundSpeedMPerS).toBeGreaterThan(300)
    })
  })
})

describe('saturation', () => {
  test('there and back over the whole line', () => {
    fc.assert(
      fc.property(fc.double({ min: 273.16, max: 647, noNaN: true }), (kelvin) => {
        expect(relativeDifference(saturationTemperatureK(saturationPressureMPa(kelvin)), kelvin)).toBeLessThan(1e-9)
      }),
      { seed: 20261125 },
    )
  })
  test('Clausius and Clapeyron: dp/dT = Δs/Δv, to what regions 1 and 2 agree with region 4', () => {
    for (const pressureMPa of [0.2, 1, 3.1, 8]) {
      const { temperatureK, water, steam: vapour } = boilingWater(pressureMPa)
      const step = 0.01
      const slope =
        (saturationPressureMPa(temperatureK + step) - saturationPressureMPa(temperatureK - step)) / (2 * step)
      const byPhases =
        (vapour.entropyKJPerKgK - water.entropyKJPerKgK) / (vapour.volumeM3PerKg - water.volumeM3PerKg) / 1000
      expect(relativeDifference(slope, byPhases)).toBeLessThan(2e-3)
    }
  })
  test('up the line water grows lighter and steam heavier', () => {
    const line = [0.1, 1, 3, 6, 10, 16].map(boilingWater)
    for (const [index, { water, steam: vapour }] of line.entries()) {
      const before = line[index - 1]
      if (!before) continue
      expect(water.densityKgPerM3).toBeLessThan(before.water.densityKgPerM3)
      expect(vapour.densityKgPerM3).toBeGreaterThan(before.steam.densityKgPerM3)
    }
  })
})
