import { z } from 'zod'
import { normalGravityMPerS2 } from '@/core/pressure/localGravity'
import { worked } from '@/core/workings/workings'
import { number, quantity, result } from '@/schema/field'
import { calculation } from '../calculation'

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
