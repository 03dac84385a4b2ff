import { z } from 'zod'
import { cutOffAdvice } from '@/core/flow/cutOffAdvice'
import { worked } from '@/core/workings/workings'
import { aboveZero, quantity, result } from '@/schema/field'
import { calculation } from '../calculation'
import { ROOT_LAW } from '../sources'

export const flowCutOff = calculation({
  name: 'flow-cut-off',
  group: 'flow',
  title: 'Where to cut off low flow',
  summary: 'The flow below which the error of reading passes what is allowed, and the rangeability that leaves.',
  input: z.object({
    dpErrorPercent: aboveZero('Error of differential pressure, ± % of span'),
    allowedPercentOfFlow: aboveZero('Allowed, ± % of the flow itself'),
  }),
  answer: z.object({
    honestFrom: result('Honest from'),
    advised: result('Cut off at'),
    rangeability: result('Rangeability'),
  }),
  example: { dpErrorPercent: 0.15, allowedPercentOfFlow: 4 },
  work: ({ dpErrorPercent, allowedPercentOfFlow }) => {
    const advice = cutOffAdvice(dpErrorPercent, allowedPercentOfFlow)
    return {
      honestFrom: quantity(advice.honestFromPercent, '% of full flow'),
      advised: quantity(advice.adviseCutOffPercent, '% of full flow'),
      rangeability: quantity(advice.rangeability, ': 1'),
      workings: [
        {
          finds: 'honest from',
          formula: 'q = 100 · √(e / (2 · a))',
          from: [worked('e', dpErrorPercent, '% of span'), worked('a', allowedPercentOfFlow, '% of flow')],
          result: worked('q', advice.honestFromPercent, '%'),
          source: `derivative of the ${ROOT_LAW}`,
        },
      ],
    }
  },
})
