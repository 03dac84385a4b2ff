import { z } from 'zod'
import { formatFixed } from '@/core/format/formatNumber'
import { loopErrorBudget } from '@/core/loop/loopError'
import { worked } from '@/core/workings/workings'
import { aboveZero, list, optionalNumber, optionalResult, quantity, result, titled, words } from '@/schema/field'
import { calculation } from '../calculation'

export const loopError = calculation({
  name: 'loop-error',
  group: 'loop',
  title: 'Where the error of a loop sits',
  summary: 'Error of the whole loop from its items, added up and by root-sum-square, beside what their limits allow.',
  input: z.object({
    items: list(
      z.object({
        name: words('Item', 60),
        errorPercent: optionalNumber('Error, % of span', 'empty where nobody has measured it'),
        limitPercent: aboveZero('Limit, ± % of span'),
      }),
      'Items',
      { most: 20 },
    ),
  }),
  answer: z.object({
    sum: optionalResult('Errors added up'),
    rootSumSquare: optionalResult('Root-sum-square'),
    limitSum: result('Limits added up'),
    limitRootSumSquare: result('Limits by root-sum-square'),
    largest: titled(z.string().nullable(), 'Most of it sits in'),
    outside: titled(z.array(z.string()), 'Outside their own limit'),
  }),
  example: {
    items: [
      { name: 'transmitter', errorPercent: 0.12, limitPercent: 0.5 },
      { name: 'isolator', errorPercent: -0.31, limitPercent: 0.2 },
      { name: 'input card', errorPercent: 0.05, limitPercent: 0.1 },
    ],
  },
  work: ({ items }) => {
    const budget = loopErrorBudget(items)
    const percent = (value: number | null) => (value === null ? null : quantity(value, '% of span'))
    return {
      sum: percent(budget.sumPercent),
      rootSumSquare: percent(budget.rootSumSquarePercent),
      limitSum: quantity(budget.limitSumPercent, '% of span'),
      limitRootSumSquare: quantity(budget.limitRootSumSquarePercent, '% of span'),
      largest:
        budget.largest && `${budget.largest.name} (${formatFixed(budget.largest.sharePercent, 0)} % of the squares)`,
      outside: [...budget.outside],
      workings: [
        {
          finds: 'limits by root-sum-square',
          formula: 'L = √(Σ Lᵢ²)',
          from: items.map(({ name, limitPercent }) => worked(name, limitPercent, '%')),
          result: worked('L', budget.limitRootSumSquarePercent, '%'),
          source: 'JCGM 100:2008, 5.1.2, for items that have nothing to do with each other',
        },
      ],
    }
  },
})
