import { z } from 'zod'
import { formatUncertainty } from '@/core/format/formatNumber'
import { worked } from '@/core/workings/workings'
import { aboveZero, quantity, result, titled } from '@/schema/field'
import { calculation } from '../calculation'
import { Unit } from '../conformity/conformityTerms'

export const stateUncertainty = calculation({
  name: 'state-uncertainty',
  group: 'uncertainty',
  title: 'Uncertainty as it is stated',
  summary: 'Expanded uncertainty from u and k, with two significant digits.',
  input: z.object({
    standardUncertainty: aboveZero('Standard uncertainty u'),
    coverageFactor: aboveZero('Coverage factor k'),
    unit: Unit,
  }),
  answer: z.object({ expanded: result('U'), text: titled(z.string(), 'As it is stated') }),
  example: { standardUncertainty: 0.5238, coverageFactor: 1.98, unit: 'kPa' },
  work: ({ standardUncertainty, coverageFactor, unit }) => {
    const expanded = standardUncertainty * coverageFactor
    return {
      expanded: quantity(expanded, unit),
      text: `±${formatUncertainty(expanded)} ${unit}`.trim(),
      workings: [
        {
          finds: 'U',
          formula: 'U = k · u, two significant digits',
          from: [worked('k', coverageFactor, ''), worked('u', standardUncertainty, unit)],
          result: worked('U', expanded, unit),
          source: 'JCGM 100:2008, 6.2.1 and 7.2.6',
        },
      ],
    }
  },
})
