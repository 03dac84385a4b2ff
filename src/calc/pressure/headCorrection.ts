import { z } from 'zod'
import { headCorrectionPa } from '@/core/pressure/headCorrection'
import { convertPressure, pressureUnitLabel } from '@/core/units/pressureUnit'
import { worked } from '@/core/workings/workings'
import { PressureUnitChoice } from '@/schema/choices'
import { gravity, number, quantity, result, zeroOrMore } from '@/schema/field'
import { calculation } from '../calculation'

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
