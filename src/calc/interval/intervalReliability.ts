import { z } from 'zod'
import { reliabilityInterval } from '@/core/interval/reliabilityInterval'
import { worked } from '@/core/workings/workings'
import { aboveZero, coverage, flag, list, quantity, result, titled } from '@/schema/field'
import { calculation } from '../calculation'
import { INTERVALS } from '../sources'

export const intervalReliability = calculation({
  name: 'interval-reliability',
  group: 'interval',
  title: 'Interval for a reliability target',
  summary: 'From calibrations found inside and outside, the interval at which a wanted share is found inside.',
  input: z.object({
    checks: list(z.object({ months: aboveZero('After, months'), isInside: flag('Found inside') }), 'Calibrations', {
      most: 500,
    }),
    target: coverage(),
  }),
  answer: z.object({
    interval: result('Interval'),
    observed: result('Found inside so far'),
    basis: titled(z.string(), 'Rate taken'),
  }),
  example: {
    checks: [
      { months: 12, isInside: true },
      { months: 12, isInside: true },
      { months: 12, isInside: false },
      { months: 12, isInside: true },
      { months: 12, isInside: true },
      { months: 12, isInside: true },
    ],
    target: 0.9,
  },
  work: ({ checks, target }) => {
    const found = reliabilityInterval(checks, target)
    return {
      interval: quantity(found.months, 'months'),
      observed: quantity(found.observedReliability * 100, '%'),
      basis: found.basis,
      workings: [
        {
          finds: 'interval',
          formula: 'T = −ln R / λ',
          from: [worked('R', target, ''), worked('λ', found.failuresPerMonth, '1/month')],
          result: worked('T', found.months, 'months'),
          source: `${INTERVALS}; exponential model, λ by maximum likelihood`,
        },
      ],
    }
  },
})
