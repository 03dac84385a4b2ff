import { z } from 'zod'
import { deadWeightPressure } from '@/core/pressure/deadWeight'
import { convertPressure, pressureUnitLabel } from '@/core/units/pressureUnit'
import { worked } from '@/core/workings/workings'
import { PressureUnitChoice } from '@/schema/choices'
import { aboveZero, celsius, gravity, number, quantity, result, zeroOrMore } from '@/schema/field'
import { calculation } from '../calculation'

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
