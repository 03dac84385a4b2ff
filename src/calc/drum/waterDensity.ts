import { z } from 'zod'
import { waterDensityAt } from '@/core/level/liquidDensity'
import { waterDensityKgPerM3 } from '@/core/units/waterDensity'
import { worked } from '@/core/workings/workings'
import { number, optionalResult, quantity, result } from '@/schema/field'
import { calculation } from '../calculation'

export const waterDensity = calculation({
  name: 'water-density',
  group: 'drum',
  title: 'Density of cold water',
  summary: 'Air-free water at atmospheric pressure by the CIPM formula (0 to 40 °C), with IF97 beside it.',
  input: z.object({ celsius: number('Temperature, °C') }),
  answer: z.object({ density: result('Density'), beside: optionalResult('By IF97') }),
  example: { celsius: 17.5 },
  work: ({ celsius }) => {
    const density = waterDensityKgPerM3(celsius)
    const beside = celsius >= 0 ? waterDensityAt(celsius) : null
    return {
      density: quantity(density, 'kg/m³'),
      beside: beside === null ? null : quantity(beside, 'kg/m³'),
      workings: [
        {
          finds: 'density',
          formula: 'ρ = a₅ · (1 − (t + a₁)² · (t + a₂) / (a₃ · (t + a₄)))',
          from: [worked('t', celsius, '°C')],
          result: worked('ρ', density, 'kg/m³'),
          source: 'Tanaka et al., Metrologia 38 (2001) 301, recommended by the CIPM',
        },
      ],
    }
  },
})
