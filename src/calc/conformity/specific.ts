import { z } from 'zod'
import { specificRisk } from '@/core/conformity/risk'
import { worked } from '@/core/workings/workings'
import { aboveZero, number, quantity, result } from '@/schema/field'
import { calculation } from '../calculation'
import { JCGM106, Unit } from './conformityTerms'

export const specific = calculation({
  name: 'specific-risk',
  group: 'conformity',
  title: 'Specific risk',
  summary: 'How likely the true error lies outside the limit, given this one measured error.',
  input: z.object({
    error: number('Measured error'),
    limit: aboveZero('Error limit, ±'),
    standardUncertainty: aboveZero('Standard uncertainty u (k = 1)'),
    unit: Unit,
  }),
  answer: z.object({ risk: result('Outside, with a probability of') }),
  example: { error: 0.143, limit: 0.16, standardUncertainty: 0.018, unit: 'kPa' },
  work: ({ error, limit, standardUncertainty, unit }) => {
    const risk = specificRisk(error, limit, standardUncertainty)
    return {
      risk: quantity(risk * 100, '%'),
      workings: [
        {
          finds: 'probability outside',
          formula: 'p = Φ((e − TL) / u) + Φ((−TL − e) / u)',
          from: [worked('e', error, unit), worked('TL', limit, unit), worked('u', standardUncertainty, unit)],
          result: worked('p', risk, ''),
          source: `${JCGM106}, 7.3 and 9.3.2`,
        },
      ],
    }
  },
})
