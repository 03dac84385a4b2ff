import { z } from 'zod'
import { staircaseInterval } from '@/core/interval/staircase'
import { worked } from '@/core/workings/workings'
import { aboveZero, quantity, result, titled, zeroOrMore } from '@/schema/field'
import { calculation } from '../calculation'
import { INTERVALS } from '../sources'

export const intervalStaircase = calculation({
  name: 'interval-staircase',
  group: 'interval',
  title: 'Next interval by a staircase',
  summary: 'Longer after a result well inside its limit, shorter after one outside.',
  input: z.object({
    months: aboveZero('Interval now, months'),
    shareOfLimit: zeroOrMore('Largest as-found error, % of its limit'),
    lengthenInside: zeroOrMore('Lengthen inside, % of the limit'),
    lengthenFactor: aboveZero('Lengthen by a factor of'),
    shortenFactor: aboveZero('Shorten by a factor of'),
    leastMonths: aboveZero('Never below, months'),
    mostMonths: aboveZero('Never above, months'),
  }),
  answer: z.object({ next: result('Next interval'), step: titled(z.string(), 'Step') }),
  example: {
    months: 9,
    shareOfLimit: 38,
    lengthenInside: 55,
    lengthenFactor: 1.3,
    shortenFactor: 0.6,
    leastMonths: 3,
    mostMonths: 30,
  },
  named: { factors: 'lengthenFactor' },
  work: ({ months, shareOfLimit, lengthenInside, ...stairs }) => {
    const next = staircaseInterval(months, shareOfLimit, { ...stairs, lengthenInsidePercent: lengthenInside })
    return {
      next: quantity(next.months, 'months'),
      step: next.step,
      workings: [
        {
          finds: 'next interval',
          formula: 'T′ = T · factor, between its bounds',
          from: [worked('T', months, 'months'), worked('share', shareOfLimit, '% of the limit')],
          result: worked('T′', next.months, 'months'),
          source: `${INTERVALS}, method 1`,
        },
      ],
    }
  },
})
