import { z } from 'zod'
import { deadWeightPressure } from '@/core/pressure/deadWeight'
import { headCorrectionPa } from '@/core/pressure/headCorrection'
import { normalGravityMPerS2 } from '@/core/pressure/localGravity'
import { capillaryRiseM, manometerPressurePa } from '@/core/pressure/manometer'
import { convertPressure, pressureUnitLabel } from '@/core/units/pressureUnit'
import { worked } from '@/core/workings/workings'
import { PressureUnitChoice } from '../schema/choices'
import { aboveZero, celsius, gravity, number, optionalNumber, quantity, result, zeroOrMore } from '../schema/field'
import { calculation } from './calculation'

export const headCorrection = calculation({
  name: 'head-correction',
  group: 'pressure',
  title: 'Head between reference and instrument',
  summary: 'What to add to the reference where the instrument stands higher or lower.',
  input: z.object({
    height: number('Instrument over reference, m', 'below zero where it stands lower'),
    density: zeroOrMore('Density of the fluid between, kg/m³'),
    airDensity: zeroOrMore('Density of the air, kg/m³'),
    gravity: gravity(),
    reference: number('Reference shows'),
    unit: PressureUnitChoice,
  }),
  answer: z.object({ correction: result('Add'), atInstrument: result('At the instrument') }),
  example: { height: 0.83, density: 871, airDensity: 1.18, gravity: 9.8107, reference: 640, unit: 'kPa' },
  work: ({ height, density, airDensity, gravity, reference, unit }) => {
    const label = pressureUnitLabel(unit)
    const pa = headCorrectionPa({
      instrumentAboveReferenceM: height,
      fluidDensityKgPerM3: density,
      airDensityKgPerM3: airDensity,
      gravityMPerS2: gravity,
    })
    const correction = convertPressure(pa, 'Pa', unit)
    return {
      correction: quantity(correction, label),
      atInstrument: quantity(reference + correction, label),
      workings: [
        {
          finds: 'correction',
          formula: 'Δp = −(ρ − ρair) · g · Δh',
          from: [
            worked('ρ', density, 'kg/m³'),
            worked('ρair', airDensity, 'kg/m³'),
            worked('g', gravity, 'm/s²'),
            worked('Δh', height, 'm'),
          ],
          result: worked('Δp', correction, label),
          source: 'hydrostatics; EURAMET cg-17',
        },
      ],
    }
  },
})

export const localGravity = calculation({
  name: 'local-gravity',
  group: 'pressure',
  title: 'Gravity of the place',
  summary: 'Normal gravity from latitude and height above sea level; a measured value is better.',
  input: z.object({ latitude: number('Latitude, °'), height: number('Height above sea level, m') }),
  answer: z.object({ gravity: result('Gravity') }),
  example: { latitude: 54.3, height: 118 },
  work: ({ latitude, height }) => {
    const gravity = normalGravityMPerS2(latitude, height)
    return {
      gravity: quantity(gravity, 'm/s²'),
      workings: [
        {
          finds: 'gravity',
          formula: 'g = gₑ · (1 + k·sin²φ) / √(1 − e²·sin²φ) − 3.086·10⁻⁶ · h',
          from: [worked('φ', latitude, '°'), worked('h', height, 'm')],
          result: worked('g', gravity, 'm/s²'),
          source: 'Geodetic Reference System 1980 (Moritz, J. Geodesy 74 (2000) 128), free-air gradient',
        },
      ],
    }
  },
})

export const deadWeight = calculation({
  name: 'dead-weight',
  group: 'pressure',
  title: 'Dead-weight tester',
  summary: 'Gauge pressure of a piston with its masses, corrected for air, gravity, temperature, distortion and oil.',
  input: z.object({
    mass: aboveZero('Piston and masses, kg'),
    massDensity: aboveZero('Density of the masses, kg/m³'),
    airDensity: zeroOrMore('Density of the air, kg/m³'),
    gravity: gravity(),
    area: aboveZero('Effective area, cm²'),
    celsius: number('Temperature, °C'),
    referenceCelsius: celsius('Area holds at, °C'),
    areaExpansion: number('Expansion of the area, 1e-6/K'),
    distortion: number('Distortion, 1e-6/MPa'),
    surfaceTension: zeroOrMore('Surface tension of the oil, mN/m', 'zero for gas'),
    unit: PressureUnitChoice,
  }),
  answer: z.object({ pressure: result('Gauge pressure'), area: result('Area under load'), force: result('Force') }),
  example: {
    mass: 6.2831,
    massDensity: 7920,
    airDensity: 1.18,
    gravity: 9.8107,
    area: 0.4038,
    celsius: 23.4,
    referenceCelsius: 20,
    areaExpansion: 16.6,
    distortion: 3.2,
    surfaceTension: 30.5,
    unit: 'bar',
  },
  work: (input) => {
    const label = pressureUnitLabel(input.unit)
    const found = deadWeightPressure({
      massKg: input.mass,
      massDensityKgPerM3: input.massDensity,
      airDensityKgPerM3: input.airDensity,
      gravityMPerS2: input.gravity,
      areaM2: input.area * 1e-4,
      celsius: input.celsius,
      referenceCelsius: input.referenceCelsius,
      areaExpansionPerK: input.areaExpansion * 1e-6,
      distortionPerPa: input.distortion * 1e-12,
      surfaceTensionNPerM: input.surfaceTension * 1e-3,
    })
    const pressure = convertPressure(found.pa, 'Pa', input.unit)
    return {
      pressure: quantity(pressure, label),
      area: quantity(found.areaM2 * 1e4, 'cm²'),
      force: quantity(found.forceN, 'N'),
      workings: [
        {
          finds: 'force',
          formula: 'F = m · (1 − ρair/ρm) · g + γ · c',
          from: [
            worked('m', input.mass, 'kg'),
            worked('ρair', input.airDensity, 'kg/m³'),
            worked('ρm', input.massDensity, 'kg/m³'),
            worked('g', input.gravity, 'm/s²'),
          ],
          result: worked('F', found.forceN, 'N'),
          source: 'EURAMET cg-3 (from memory)',
        },
        {
          finds: 'pressure',
          formula: 'p = F / (A₀ · (1 + α·(t − t₀)) · (1 + λ·p))',
          from: [worked('A₀', input.area, 'cm²'), worked('F', found.forceN, 'N')],
          result: worked('p', pressure, label),
          source: 'EURAMET cg-3 (from memory)',
        },
      ],
    }
  },
})

export const manometer = calculation({
  name: 'manometer',
  group: 'pressure',
  title: 'Liquid manometer',
  summary: 'Pressure of a column, corrected for density, gravity, scale, meniscus, inclination and a sinking well.',
  input: z.object({
    read: number('Read along the tube, mm'),
    inclination: aboveZero('Inclination, °', '90 for an upright tube'),
    tubeOverWell: optionalNumber('Tube area over well area', 'empty: both limbs read, or the scale allows for it'),
    liquidDensity: aboveZero('Density of the liquid at its temperature, kg/m³'),
    overDensity: zeroOrMore('Density of what stands over it, kg/m³'),
    gravity: gravity(),
    scaleExpansion: number('Expansion of the scale, 1e-6/K'),
    scaleWarmer: number('Scale warmer than it holds at, K'),
    capillaryRise: number('Rise by the meniscus, mm', 'below zero for mercury'),
    unit: PressureUnitChoice,
  }),
  answer: z.object({ pressure: result('Pressure difference') }),
  example: {
    read: 412.6,
    inclination: 90,
    tubeOverWell: 0.0042,
    liquidDensity: 997.9,
    overDensity: 1.18,
    gravity: 9.8107,
    scaleExpansion: 11.5,
    scaleWarmer: 2.5,
    capillaryRise: 2.1,
    unit: 'Pa',
  },
  named: { tubeOverWellArea: 'tubeOverWell' },
  work: (input) => {
    const pa = manometerPressurePa({
      readM: input.read / 1000,
      inclinationDegrees: input.inclination,
      tubeOverWellArea: input.tubeOverWell,
      liquidDensityKgPerM3: input.liquidDensity,
      overDensityKgPerM3: input.overDensity,
      gravityMPerS2: input.gravity,
      scaleExpansionPerK: input.scaleExpansion * 1e-6,
      scaleKelvinAboveReference: input.scaleWarmer,
      capillaryRiseM: input.capillaryRise / 1000,
    })
    const pressure = convertPressure(pa, 'Pa', input.unit)
    return {
      pressure: quantity(pressure, pressureUnitLabel(input.unit)),
      workings: [
        {
          finds: 'pressure difference',
          formula: 'p = (ρ − ρover) · g · (L · (1 + α·Δt) − c) · (sin θ + a/A)',
          from: [
            worked('ρ', input.liquidDensity, 'kg/m³'),
            worked('ρover', input.overDensity, 'kg/m³'),
            worked('g', input.gravity, 'm/s²'),
            worked('L', input.read, 'mm'),
            worked('c', input.capillaryRise, 'mm'),
            worked('θ', input.inclination, '°'),
          ],
          result: worked('p', pressure, pressureUnitLabel(input.unit)),
          source: 'hydrostatics; volume of the liquid kept',
        },
      ],
    }
  },
})

export const capillaryRise = calculation({
  name: 'capillary-rise',
  group: 'pressure',
  title: 'Rise of a meniscus',
  summary: 'What a clean round tube adds to the height of a liquid that wets it, or takes from one that does not.',
  input: z.object({
    surfaceTension: aboveZero('Surface tension, mN/m'),
    contact: zeroOrMore('Contact angle, °', '0 where it wets the glass'),
    bore: aboveZero('Bore of the tube, mm'),
    density: aboveZero('Density of the liquid, kg/m³'),
    gravity: gravity(),
  }),
  answer: z.object({ rise: result('Rise') }),
  example: { surfaceTension: 71.9, contact: 0, bore: 5.2, density: 997.4, gravity: 9.8107 },
  work: ({ surfaceTension, contact, bore, density, gravity }) => {
    const rise =
      capillaryRiseM({
        surfaceTensionNPerM: surfaceTension / 1000,
        contactDegrees: contact,
        boreM: bore / 1000,
        liquidDensityKgPerM3: density,
        gravityMPerS2: gravity,
      }) * 1000
    return {
      rise: quantity(rise, 'mm'),
      workings: [
        {
          finds: 'rise',
          formula: 'c = 4 · γ · cos φ / (ρ · g · d)',
          from: [
            worked('γ', surfaceTension, 'mN/m'),
            worked('φ', contact, '°'),
            worked('ρ', density, 'kg/m³'),
            worked('d', bore, 'mm'),
          ],
          result: worked('c', rise, 'mm'),
          source: 'Jurin’s law',
        },
      ],
    }
  },
})
