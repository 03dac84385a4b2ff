import { describe, expect, test } from 'vitest'
import { airDensityKgPerM3 } from './airDensity'
import { massesOfPressure, pressureOfMasses } from './piston'

const PISTON = {
  pistonMassKg: 0.8,
  massDensityKgPerM3: 7920,
  airDensityKgPerM3: 1.19,
  gravityMPerS2: 9.8122,
  areaM2: 4.032e-5,
  celsius: 23.5,
  referenceCelsius: 20,
  areaExpansionPerK: 16.6e-6,
  distortionPerPa: 3.2e-12,
  surfaceTensionNPerM: 0.031,
}

describe('a piston with masses on it', () => {
  test('by hand: 4.2 kg and the piston on 0.4032 cm², each correction one after the other', () => {
    const force = 5 * (1 - 1.19 / 7920) * 9.8122 + 0.031 * 2 * Math.sqrt(Math.PI * 4.032e-5)
    const plain = force / (4.032e-5 * (1 + 16.6e-6 * 3.5))
    // The distortion is 4 in a million here: one step of its own equation is enough.
    const expected = plain / (1 + 3.2e-12 * plain)
    expect(pressureOfMasses(4.2, PISTON) / expected).toBeCloseTo(1, 10)
  })
  test.each([0.1, 4.2, 60])('%d kg are what their pressure asks for', (masses) => {
    expect(massesOfPressure(pressureOfMasses(masses, PISTON), PISTON)).toBeCloseTo(masses, 9)
  })
  test('a pressure below that of the piston alone asks for less than nothing', () => {
    expect(massesOfPressure(pressureOfMasses(0, PISTON) * 0.9, PISTON)).toBeLessThan(0)
  })
})

describe('density of moist air', () => {
  // CIPM-2007 at 20 °C, 1013.25 hPa and 50 %: 1.1993 kg/m³ (from memory); the approximation is good to 2·10⁻⁴.
  test('at the usual conditions', () => {
    expect(airDensityKgPerM3(20, 1013.25, 50) / 1.1993).toBeCloseTo(1, 3)
    expect(airDensityKgPerM3(20)).toBe(airDensityKgPerM3(20, 1013.25, 50))
  })
  // Dry air is an ideal gas of 287.05 J/(kg·K) to a part in a thousand.
  test.each([
    [15, 950],
    [27, 1040],
  ])('dry at %d °C and %d hPa', (celsius, pressure) => {
    expect(airDensityKgPerM3(celsius, pressure, 0) / ((pressure * 100) / (287.05 * (celsius + 273.15)))).toBeCloseTo(
      1,
      3,
    )
  })
  test('damp air is lighter', () => {
    expect(airDensityKgPerM3(25, 1013, 80)).toBeLessThan(airDensityKgPerM3(25, 1013, 10))
  })
})
