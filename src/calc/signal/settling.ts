import { z } from 'zod'
import { leftOfStep, settleSeconds } from '@/core/setUp/damping'
import { worked } from '@/core/workings/workings'
import { aboveZero, quantity, result, zeroOrMore } from '@/schema/field'
import { calculation } from '../calculation'

export const settling = calculation({
  name: 'settling',
  group: 'signal',
  title: 'Settling of a damped output',
  summary: 'What is left of a step after a time, and how long to wait before a reading.',
  input: z.object({ damping: aboveZero('Damping (63 %), s'), after: zeroOrMore('Time since the step, s') }),
  answer: z.object({ left: result('Left of the step'), wait: result('Wait') }),
  example: { damping: 1.6, after: 4.5 },
  work: ({ damping, after }) => {
    const left = leftOfStep(after, damping) * 100
    return {
      left: quantity(left, '%'),
      wait: quantity(settleSeconds(damping), 's'),
      workings: [
        {
          finds: 'left of the step',
          formula: 'e^(−t/τ)',
          from: [worked('t', after, 's'), worked('τ', damping, 's')],
          result: worked('left', left, '%'),
          source: 'first-order lag; waited for five time constants, 0.7 %',
        },
      ],
    }
  },
})
