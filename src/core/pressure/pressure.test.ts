import { describe, expect, test } from 'vitest'
import { STANDARD_GRAVITY } from '../units/pressureUnit'
import { deadWeightPressure } from './deadWeight'
import { headCorrectionPa } from './headCorrection'
import { normalGravityMPerS2 } from './localGravity'
import { capillaryRiseM, manometerPressurePa } from './manometer'

describe('normal gravity: published values of GRS 80 (Moritz 2000, from memory)', () => {
  test.each([
    { latitude: 0, gravity: 9.7803267715 },
    { latitude: 45, gravity: 9.806199203 },
    { latitude: 90, gravity: 9.8321863685 },
    { latitude: -90, gravity: 9.8321863685 },
  ])('at $latitude°', ({ latitude, gravity }) => {
    expect(normalGravityMPerS2(latitude, 0)).toBeCloseTo(gravity, 8)
  })
  test('1000 m up it is about 0.003 m/s² less', () => {
    expect(normalGravityMPerS2(45, 0) - normalGravityMPerS2(45, 1000)).toBeCloseTo(0.003086, 9)
  })
})

test('head: an instrument 1 m above the reference, in oil of 860 kg/m³, gets 8.4 kPa less', () => {
  const head = { instrumentAboveReferenceM: 1, fluidDensityKgPerM3: 860, airDensityKgPerM3: 1.2, gravityMPerS2: 9.81 }
  expect(headCorrectionPa(head)).toBeCloseTo(-858.8 * 9.81, 9)
  expect(headCorrectionPa({ ...head, instrumentAboveReferenceM: -1 })).toBeCloseTo(858.8 * 9.81, 9)
})

describe('dead-weight tester, worked by hand', () => {
  const plain = {
    massKg: 8,
    massDensityKgPerM3: 8000,
    airDensityKgPerM3: 0,
    gravityMPerS2: STANDARD_GRAVITY,
    areaM2: 8e-5,
    celsius: 20,
    referenceCelsius: 20,
    areaExpansionPerK: 2.3e-5,
    distortionPerPa: 0,
    surfaceTensionNPerM: 0,
  }
  test('8 kg on 0.8 cm² in vacuum and standard gravity is 980.665 kPa', () => {
    expect(deadWeightPressure(plain).pa).toBeCloseTo(980_665, 6)
  })
  test('air of 1.2 kg/m³ lifts weights of 8000 by 150 ppm', () => {
    expect(deadWeightPressure({ ...plain, airDensityKgPerM3: 1.2 }).pa / 980_665).toBeCloseTo(1 - 1.5e-4, 12)
  })
  test('warmer by 5 K the area grows by 115 ppm', () => {
    expect(980_665 / deadWeightPressure({ ...plain, celsius: 25 }).pa).toBeCloseTo(1 + 1.15e-4, 12)
  })
  test('distortion: the answer satisfies its own equation', () => {
    const { pa, areaM2, forceN } = deadWeightPressure({ ...plain, massKg: 900, distortionPerPa: 8e-13 })
    expect(areaM2 / (plain.areaM2 * (1 + 8e-13 * pa))).toBeCloseTo(1, 12)
    expect(pa * areaM2).toBeCloseTo(forceN, 6)
  })
  test('oil pulls the piston down by γ·c', () => {
    const { forceN } = deadWeightPressure({ ...plain, surfaceTensionNPerM: 0.031 })
    expect(forceN - 8 * STANDARD_GRAVITY).toBeCloseTo(0.031 * Math.PI * Math.sqrt((4 * 8e-5) / Math.PI), 12)
  })
})

describe('manometers', () => {
  const water = {
    readM: 0.5,
    inclinationDegrees: 90,
    tubeOverWellArea: null,
    liquidDensityKgPerM3: 998.2067,
    overDensityKgPerM3: 0,
    gravityMPerS2: STANDARD_GRAVITY,
    scaleExpansionPerK: 0,
    scaleKelvinAboveReference: 0,
    capillaryRiseM: 0,
  }
  test('500 mm of water at 20 °C is 500 mmH2O (20 °C)', () => {
    expect(manometerPressurePa(water)).toBeCloseTo(0.5 * 998.2067 * STANDARD_GRAVITY, 9)
  })
  test('inclined at 30° it is half of that', () => {
    expect(manometerPressurePa({ ...water, inclinationDegrees: 30 }) / manometerPressurePa(water)).toBeCloseTo(0.5, 12)
  })
  test('a well that sinks by a/A = 1 % adds 1 %', () => {
    expect(manometerPressurePa({ ...water, tubeOverWellArea: 0.01 }) / manometerPressurePa(water)).toBeCloseTo(1.01, 12)
  })
  test('a brass scale (1.9e-5 /K) 10 K warm reads 190 ppm too little; a rise of 5 mm is taken off', () => {
    const warm = { ...water, scaleExpansionPerK: 1.9e-5, scaleKelvinAboveReference: 10 }
    expect(manometerPressurePa(warm) / manometerPressurePa(water)).toBeCloseTo(1 + 1.9e-4, 12)
    expect(manometerPressurePa({ ...water, capillaryRiseM: 0.005 }) / manometerPressurePa(water)).toBeCloseTo(0.99, 12)
  })
  test('water in a clean tube of 3 mm rises about 10 mm; mercury sinks (handbook figures, from memory)', () => {
    const tube = { boreM: 0.003, gravityMPerS2: STANDARD_GRAVITY }
    const rise = { surfaceTensionNPerM: 0.0728, contactDegrees: 0, liquidDensityKgPerM3: 998.2 }
    expect(capillaryRiseM({ ...tube, ...rise })).toBeCloseTo(0.0099, 4)
    expect(
      capillaryRiseM({ ...tube, surfaceTensionNPerM: 0.486, contactDegrees: 140, liquidDensityKgPerM3: 13_546 }),
    ).toBeLessThan(0)
  })
  test.each([
    ['a tube that lies flat', { inclinationDegrees: 0 }, 'above 0'],
    ['a liquid lighter than what stands over it', { overDensityKgPerM3: 1200 }, 'lighter'],
    ['a well smaller than its tube', { tubeOverWellArea: 1.4 }, 'below 1'],
  ])('%s is refused', (_, wrong, says) => {
    expect(() => manometerPressurePa({ ...water, ...wrong })).toThrow(says)
  })
})
