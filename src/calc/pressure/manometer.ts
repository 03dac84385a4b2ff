import { z } from 'zod'
import { manometerPressurePa } from '@/core/pressure/manometer'
import { convertPressure, pressureUnitLabel } from '@/core/units/pressureUnit'
import { worked } from '@/core/workings/workings'
import { PressureUnitChoice } from '@/schema/choices'
import { aboveZero, gravity, number, optionalNumber, quantity, result, zeroOrMore } from '@/schema/field'
import { calculation } from '../calculation'

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
