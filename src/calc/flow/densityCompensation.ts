import { z } from 'zod'
import { densityFactor, gasDensityAt } from '@/core/flow/densityCompensation'
import { kelvinOf } from '@/core/units/celsius'
import { worked } from '@/core/workings/workings'
import { aboveZero, celsius, choice, quantity, result, titled } from '@/schema/field'
import { calculation } from '../calculation'
import { ROOT_LAW } from '../sources'

const GAS_STATE = { pressure: aboveZero('Pressure, kPa abs'), celsius: celsius('Temperature, °C'), z: aboveZero('Z') }

export const densityCompensation = calculation({
  name: 'density-compensation',
  group: 'flow',
  title: 'Flow at another density',
  summary: 'What a flow worked out for one pressure and temperature of a gas has to be multiplied by at another.',
  input: z.object({
    basis: choice('Flow is counted as', ['mass', 'volume']),
    designDensity: aboveZero('Density it was designed for, kg/m³'),
    design: titled(z.object(GAS_STATE), 'Designed for'),
    flowing: titled(z.object(GAS_STATE), 'Flowing now'),
  }),
  answer: z.object({ density: result('Density now'), factor: result('Multiply by') }),
  example: {
    basis: 'mass',
    designDensity: 5.72,
    design: { pressure: 1080, celsius: 190, z: 0.94 },
    flowing: { pressure: 1010, celsius: 186, z: 0.943 },
  },
  work: ({ basis, designDensity, design, flowing }) => {
    const state = ({ pressure, celsius, z: compressibility }: typeof design) => ({
      pressurePa: pressure * 1000,
      temperatureK: kelvinOf(celsius),
      compressibility,
    })
    const density = gasDensityAt(designDensity, state(design), state(flowing))
    const factor = densityFactor(designDensity, density, basis)
    return {
      density: quantity(density, 'kg/m³'),
      factor: quantity(factor, ''),
      workings: [
        {
          finds: 'density now',
          formula: 'ρ = ρ₀ · (p/p₀) · (T₀/T) · (Z₀/Z)',
          from: [
            worked('ρ₀', designDensity, 'kg/m³'),
            worked('p', flowing.pressure, 'kPa'),
            worked('p₀', design.pressure, 'kPa'),
            worked('T', kelvinOf(flowing.celsius), 'K'),
            worked('T₀', kelvinOf(design.celsius), 'K'),
          ],
          result: worked('ρ', density, 'kg/m³'),
          source: 'equation of state of a real gas',
        },
        {
          finds: 'factor',
          formula: basis === 'mass' ? 'F = √(ρ/ρ₀)' : 'F = √(ρ₀/ρ)',
          from: [worked('ρ', density, 'kg/m³'), worked('ρ₀', designDensity, 'kg/m³')],
          result: worked('F', factor, ''),
          source: ROOT_LAW,
        },
      ],
    }
  },
})
