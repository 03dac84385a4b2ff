import { describe, expect, test } from 'vitest'
import { reference, relativeDifference } from '../../../tests/support/reference'
import { boilingWater } from './boilingWater'
import { liquidWater } from './liquidWater'
import { nearCritical } from './nearCritical'
import { saturationPressureMPa, saturationTemperatureK } from './saturation'
import { boundaryToRegion3MPa, steam } from './steam'

type State = { pressureMPa: number; temperatureK: number; v: number; h: number; s: number; cp: number; w: number }
type Boiling = { pressureMPa: number; waterV: number; steamV: number }
type Saturation = { temperatureK: number; pressureMPa: number; backTemperatureK: number }
const { source, cases } = reference<{
  liquid: State[]
  vapour: State[]
  saturation: Saturation[]
  boilingNearCritical: Boiling[]
}>('steam')
const [library] = cases

const NINE_DIGITS = 5e-9

describe('liquid water: IAPWS R7-97(2012), verification values of Table 5 (from memory)', () => {
  test.each([
    {
      t: 300,
      p: 3,
      v: 0.100215168e-2,
      h: 0.115331273e3,
      u: 0.112324818e3,
      s: 0.392294792,
      cp: 0.417301218e1,
      w: 0.150773921e4,
    },
    {
      t: 300,
      p: 80,
      v: 0.971180894e-3,
      h: 0.184142828e3,
      u: 0.106448356e3,
      s: 0.368563852,
      cp: 0.401008987e1,
      w: 0.163469054e4,
    },
    {
      t: 500,
      p: 3,
      v: 0.1202418e-2,
      h: 0.975542239e3,
      u: 0.971934985e3,
      s: 0.258041912e1,
      cp: 0.465580682e1,
      w: 0.124071337e4,
    },
  ])('$t K, $p MPa', ({ t, p, v, h, u, s, cp, w }) => {
    const found = liquidWater(p, t)
    expect(relativeDifference(found.volumeM3PerKg, v)).toBeLessThan(NINE_DIGITS)
    expect(relativeDifference(found.enthalpyKJPerKg, h)).toBeLessThan(NINE_DIGITS)
    expect(relativeDifference(found.energyKJPerKg, u)).toBeLessThan(NINE_DIGITS)
    expect(relativeDifference(found.entropyKJPerKgK, s)).toBeLessThan(NINE_DIGITS)
    expect(relativeDifference(found.heatCapacityKJPerKgK, cp)).toBeLessThan(NINE_DIGITS)
    expect(relativeDifference(found.soundSpeedMPerS, w)).toBeLessThan(NINE_DIGITS)
  })
})

describe('steam: IAPWS R7-97(2012), verification values of Table 15 (from memory)', () => {
  test.each([
    {
      t: 300,
      p: 0.0035,
      v: 0.394913866e2,
      h: 0.254991145e4,
      u: 0.24116916e4,
      s: 0.852238967e1,
      cp: 0.191300162e1,
      w: 0.427920172e3,
    },
    {
      t: 700,
      p: 0.0035,
      v: 0.923015898e2,
      h: 0.333568375e4,
      u: 0.301262819e4,
      s: 0.101749996e2,
      cp: 0.208141274e1,
      w: 0.644289068e3,
    },
    {
      t: 700,
      p: 30,
      v: 0.542946619e-2,
      h: 0.263149474e4,
      u: 0.246861076e4,
      s: 0.517540298e1,
      cp: 0.103505092e2,
      w: 0.480386523e3,
    },
  ])('$t K, $p MPa', ({ t, p, v, h, u, s, cp, w }) => {
    const found = steam(p, t)
    expect(relativeDifference(found.volumeM3PerKg, v)).toBeLessThan(NINE_DIGITS)
    expect(relativeDifference(found.enthalpyKJPerKg, h)).toBeLessThan(NINE_DIGITS)
    expect(relativeDifference(found.energyKJPerKg, u)).toBeLessThan(NINE_DIGITS)
    expect(relativeDifference(found.entropyKJPerKgK, s)).toBeLessThan(NINE_DIGITS)
    expect(relativeDifference(found.heatCapacityKJPerKgK, cp)).toBeLessThan(NINE_DIGITS)
    expect(relativeDifference(found.soundSpeedMPerS, w)).toBeLessThan(NINE_DIGITS)
  })
  test('the boundary to region 3 at 623.15 K is 16.5291643 MPa (release, Eq. 5)', () => {
    expect(relativeDifference(boundaryToRegion3MPa(623.15), 16.5291643)).toBeLessThan(NINE_DIGITS)
  })
})

describe('saturation: IAPWS R7-97(2012), Tables 35 and 36 (from memory)', () => {
  test.each([
    { temperatureK: 300, pressureMPa: 0.353658941e-2 },
    { temperatureK: 500, pressureMPa: 0.263889776e1 },
    { temperatureK: 600, pressureMPa: 0.123443146e2 },
  ])('$temperatureK K boils at $pressureMPa MPa', ({ temperatureK, pressureMPa }) => {
    expect(relativeDifference(saturationPressureMPa(temperatureK), pressureMPa)).toBeLessThan(NINE_DIGITS)
  })
  test.each([
    { pressureMPa: 0.1, temperatureK: 0.372755919e3 },
    { pressureMPa: 1, temperatureK: 0.453035632e3 },
    { pressureMPa: 10, temperatureK: 0.584149488e3 },
  ])('$pressureMPa MPa boils at $temperatureK K', ({ pressureMPa, temperatureK }) => {
    expect(relativeDifference(saturationTemperatureK(pressureMPa), temperatureK)).toBeLessThan(NINE_DIGITS)
  })
})

/** IAPWS R7-97(2012), Table 33: the release's own verification values (from memory). */
describe('near the critical point', () => {
  test.each([
    [650, 500, 25.5837018, 1863.43019, 4.05427273, 13.8935717, 502.005554],
    [650, 200, 22.2930643, 2375.12401, 4.85438792, 44.6579342, 383.444594],
    [750, 500, 78.3095639, 2258.68845, 4.46971906, 6.34165359, 760.696041],
  ])('%d K, %d kg/m³', (temperatureK, density, pressure, enthalpy, entropy, heatCapacity, soundSpeed) => {
    const state = nearCritical(density, temperatureK)
    for (const [is, expected] of [
      [state.pressureMPa, pressure],
      [state.enthalpyKJPerKg, enthalpy],
      [state.entropyKJPerKgK, entropy],
      [state.heatCapacityKJPerKgK, heatCapacity],
      [state.soundSpeedMPerS, soundSpeed],
    ] as const)
      expect(relativeDifference(is, expected)).toBeLessThan(NINE_DIGITS)
  })
  test('boiling water and its steam have one pressure and one free energy up to 220 bar', () => {
    for (let pressureMPa = 16.6; pressureMPa <= 22; pressureMPa += 0.2) {
      const { temperatureK, water, steam: vapour } = boilingWater(pressureMPa)
      for (const { densityKgPerM3 } of [water, vapour])
        expect(relativeDifference(nearCritical(densityKgPerM3, temperatureK).pressureMPa, pressureMPa)).toBeLessThan(
          1e-9,
        )
      expect(water.densityKgPerM3).toBeGreaterThan(322)
      expect(vapour.densityKgPerM3).toBeLessThan(322)
      const free = (state: typeof water) => state.enthalpyKJPerKg - temperatureK * state.entropyKJPerKgK
      expect(Math.abs(free(water) - free(vapour))).toBeLessThan(0.2)
    }
  })
  test('where the regions meet they agree: 623.15 K', () => {
    const at = saturationPressureMPa(623.15)
    const [below, above] = [boilingWater(at * (1 - 1e-7)), boilingWater(at * (1 + 1e-7))]
    expect(relativeDifference(below.water.densityKgPerM3, above.water.densityKgPerM3)).toBeLessThan(5e-4)
    expect(relativeDifference(below.steam.densityKgPerM3, above.steam.densityKgPerM3)).toBeLessThan(5e-4)
  })
  test.each(library?.boilingNearCritical ?? [])(`boiling at $pressureMPa MPa beside ${source}`, (point) => {
    const { water, steam: vapour } = boilingWater(point.pressureMPa)
    expect(relativeDifference(1 / water.densityKgPerM3, point.waterV)).toBeLessThan(1e-6)
    expect(relativeDifference(1 / vapour.densityKgPerM3, point.steamV)).toBeLessThan(1e-6)
  })
})

describe(`beside ${source}, to 1e-8`, () => {
  const near = (a: number, b: number) => expect(relativeDifference(a, b)).toBeLessThan(1e-8)
  const states = (name: string, list: readonly State[], find: typeof liquidWater) =>
    test.each(list)(`${name} at $pressureMPa MPa, $temperatureK K`, ({ pressureMPa, temperatureK, v, h, s, cp, w }) => {
      const found = find(pressureMPa, temperatureK)
      near(found.volumeM3PerKg, v)
      near(found.enthalpyKJPerKg, h)
      near(found.entropyKJPerKgK, s)
      near(found.heatCapacityKJPerKgK, cp)
      near(found.soundSpeedMPerS, w)
    })
  states('liquid', library?.liquid ?? [], liquidWater)
  states('steam', library?.vapour ?? [], steam)
  test.each(library?.saturation ?? [])('saturation at $temperatureK K, and back', (point) => {
    near(saturationPressureMPa(point.temperatureK), point.pressureMPa)
    near(saturationTemperatureK(point.pressureMPa), point.backTemperatureK)
  })
})

describe('boiling water and refusals', () => {
  test('water and steam of one pressure have the same free energy g = h − T·s, within what regions 1 and 2 agree to', () => {
    for (const pressureMPa of [0.1, 1.4, 3.1, 6, 11]) {
      const { temperatureK, water, steam: vapour } = boilingWater(pressureMPa)
      const free = (state: typeof water) => state.enthalpyKJPerKg - temperatureK * state.entropyKJPerKgK
      // The release: g of the two phases differs by at most 0.2 kJ/kg along the saturation line (from memory).
      expect(Math.abs(free(water) - free(vapour))).toBeLessThan(0.2)
    }
  })
  test.each([
    ['liquid above its boiling point', () => liquidWater(0.1, 400), 'boils below'],
    ['liquid above 350 °C', () => liquidWater(20, 640), 'enter 0 °C to 350 °C'],
    ['steam below its boiling point', () => steam(1, 300), 'ends at'],
    ['saturation above the critical point', () => saturationPressureMPa(700), '0 °C to 373.946 °C'],
    ['saturation below the triple point', () => saturationTemperatureK(0.0001), '0.61'],
    ['a drum at the critical point', () => boilingWater(22.06), '220.5 bar'],
    ['no number', () => steam(Number.NaN, 500), 'above zero'],
  ])('%s is refused', (_, attempt, says) => {
    expect(attempt).toThrow(says)
  })
})
