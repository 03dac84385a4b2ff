import { z } from 'zod'
import { meanOf } from '@/core/statistics/sample'
import { worked } from '@/core/workings/workings'
import { list, number, quantity, result, titled } from '@/schema/field'
import { calculation } from '../calculation'
import { Unit } from '../conformity/conformityTerms'

export const typeA = calculation({
  name: 'type-a',
  group: 'uncertainty',
  title: 'Readings of one value (type A)',
  summary: 'Mean, standard deviation of a single reading and of the mean, and the degrees of freedom.',
  input: z.object({ readings: list(number('Reading'), 'Readings', { least: 2, most: 400 }), unit: Unit }),
  answer: z.object({
    mean: result('Mean'),
    ofReading: result('s of a reading'),
    ofMean: result('s of the mean'),
    degrees: titled(z.number(), 'Degrees of freedom'),
  }),
  example: { readings: [12.004, 12.007, 12.001, 12.006, 12.005], unit: 'mA' },
  work: ({ readings, unit }) => {
    const { mean, deviation } = meanOf(readings)
    const ofMean = deviation / Math.sqrt(readings.length)
    return {
      mean: quantity(mean, unit),
      ofReading: quantity(deviation, unit),
      ofMean: quantity(ofMean, unit),
      degrees: readings.length - 1,
      workings: [
        {
          finds: 's of the mean',
          formula: 's = √(Σ(x − x̄)² / (n − 1)) / √n',
          from: [worked('x̄', mean, unit), worked('n', readings.length, '')],
          result: worked('s', ofMean, unit),
          source: 'JCGM 100:2008, 4.2.2 and 4.2.3',
        },
      ],
    }
  },
})
