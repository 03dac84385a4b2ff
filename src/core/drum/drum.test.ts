import { describe, expect, test } from 'vitest'
import { reference } from '../../../tests/support/reference'
import { STANDARD_GRAVITY } from '../units/pressureUnit'
import { coldDensities, drumPressurePa, drumRange, drumShownPercent, hotDensities } from './drumLevel'
import { glassShows, trueLevelOfGlass } from './gaugeGlass'

const drum = { tapDistanceM: 0.62, gravityMPerS2: STANDARD_GRAVITY }
const { source, cases } = reference<{
  pressureMPa: number
  legCelsius: number
  ambientCelsius: number
  water: number
  steam: number
  leg: number
  cold: number
}>('drum')

describe(`a drum worked a second time from densities of ${source}`, () => {
  test.each(cases)('$pressureMPa MPa, leg at $legCelsius °C', (given) => {
    const hot = hotDensities(given)
    const cold = coldDensities(given.ambientCelsius)
    const g = STANDARD_GRAVITY
    const { lrvPa, urvPa } = drumRange(drum, hot)
    expect(lrvPa).toBeCloseTo(g * 0.62 * (given.steam - given.leg), 4)
    expect(urvPa).toBeCloseTo(g * 0.62 * (given.water - given.leg), 4)
    // shown = 100 · (ρcold − ρleg + ρs + (ρw − ρs) · level) / ρcold, from the two straight lines
    for (const level of [0, 37, 50, 100]) {
      const shown = drumShownPercent(drum, { calibrated: cold, present: hot }, level)
      const byHand =
        (100 * (given.cold - given.leg + given.steam + (given.water - given.steam) * (level / 100))) / given.cold
      expect(shown).toBeCloseTo(byHand, 6)
    }
  })
})

test('a cold drum that is read cold shows the truth, and a hot one with its own range does', () => {
  const hot = hotDensities({ pressureMPa: 3.1, legCelsius: 60 })
  for (const same of [coldDensities(20), hot])
    for (const level of [0, 50, 100])
      expect(drumShownPercent(drum, { calibrated: same, present: same }, level)).toBeCloseTo(level, 9)
})

test('the pressure is negative and largest in magnitude with an empty drum (common practice, no source)', () => {
  const hot = hotDensities({ pressureMPa: 6, legCelsius: 50 })
  const at = [0, 0.3, 0.62].map((level) => drumPressurePa(drum, hot, level))
  expect(at.every((pa) => pa < 0)).toBe(true)
  expect(at[0]).toBeLessThan(at[1] ?? 0)
})

test('a colder glass shows less than the drum holds, and the correction undoes it', () => {
  const { waterKgPerM3, steamKgPerM3 } = hotDensities({ pressureMPa: 6, legCelsius: 50 })
  const density = { drumWaterKgPerM3: waterKgPerM3, steamKgPerM3, glassWaterKgPerM3: 890 }
  expect(glassShows(50, density)).toBeLessThan(50)
  expect(trueLevelOfGlass(glassShows(50, density), density)).toBeCloseTo(50, 9)
  expect(glassShows(50, { ...density, glassWaterKgPerM3: waterKgPerM3 })).toBeCloseTo(50, 9)
})

test.each([
  ['taps crossed', () => drumPressurePa({ ...drum, tapDistanceM: -0.4 }, coldDensities(20), 0), 'above the water tap'],
  ['a leg hotter than the drum', () => hotDensities({ pressureMPa: 1, legCelsius: 220 }), 'hotter than the drum'],
  ['a pressure at the critical point', () => hotDensities({ pressureMPa: 22.06, legCelsius: 60 }), '220.5 bar'],
  ['ice', () => coldDensities(-4), '0 °C to 350 °C'],
  [
    'no steam at all',
    () => trueLevelOfGlass(1, { drumWaterKgPerM3: 1, steamKgPerM3: 2, glassWaterKgPerM3: 3 }),
    'no lighter',
  ],
])('%s is refused', (_, attempt, says) => {
  expect(attempt).toThrow(says)
})
