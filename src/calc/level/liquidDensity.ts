import { z } from 'zod'
import { densityAtTemperature, densityFromRelative } from '@/core/level/liquidDensity'
import { WATER_DENSITY_KG_PER_M3, type WaterReference } from '@/core/units/waterColumnDensity'
import { worked } from '@/core/workings/workings'
import { aboveZero, choice, number, quantity, result } from '@/schema/field'
import { calculation } from '../calculation'

const WATERS = Object.keys(WATER_DENSITY_KG_PER_M3) as [WaterReference, ...WaterReference[]] // keys of a const object

export const liquidDensity = calculation({
  name: 'liquid-density',
  group: 'level',
  title: 'Density from relative density, at another temperature',
  summary: 'Relative density against the water it was measured with, and what the liquid expands by.',
  input: z.object({
    relativeDensity: aboveZero('Relative density'),
    water: choice('Against water at', WATERS),
    measuredAt: number('Measured at, °C'),
    expansion: number('Cubic expansion, 1/K'),
    wantedAt: number('Wanted at, °C'),
  }),
  answer: z.object({ measured: result('Density as measured'), wanted: result('Density as wanted') }),
  example: { relativeDensity: 1.0315, water: '20 °C', measuredAt: 20, expansion: 0.00038, wantedAt: 6 },
  named: { expansionPerK: 'expansion' },
  work: ({ relativeDensity, water, measuredAt, expansion, wantedAt }) => {
    const measured = densityFromRelative(relativeDensity, water)
    const known = { densityKgPerM3: measured, celsius: measuredAt, expansionPerK: expansion }
    const wanted = densityAtTemperature(known, wantedAt)
    return {
      measured: quantity(measured, 'kg/m³'),
      wanted: quantity(wanted, 'kg/m³'),
      workings: [
        {
          finds: 'density as measured',
          formula: 'ρ₀ = d · ρwater',
          from: [worked('d', relativeDensity, ''), worked('ρwater', WATER_DENSITY_KG_PER_M3[water], 'kg/m³')],
          result: worked('ρ₀', measured, 'kg/m³'),
          source: 'definition of relative density',
        },
        {
          finds: 'density as wanted',
          formula: 'ρ = ρ₀ / (1 + β · (t − t₀))',
          from: [
            worked('ρ₀', measured, 'kg/m³'),
            worked('β', expansion, '1/K'),
            worked('t', wantedAt, '°C'),
            worked('t₀', measuredAt, '°C'),
          ],
          result: worked('ρ', wanted, 'kg/m³'),
          source: 'definition of the mean cubic expansion',
        },
      ],
    }
  },
})
