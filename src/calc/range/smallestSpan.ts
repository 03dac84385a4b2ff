import { z } from 'zod'
import { minSpanOfTurndown } from '@/core/range/sensorBody'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { worked } from '@/core/workings/workings'
import { PressureUnitChoice } from '@/schema/choices'
import { aboveZero, quantity, result } from '@/schema/field'
import { calculation } from '../calculation'

export const smallestSpan = calculation({
  name: 'smallest-span',
  group: 'range',
  title: 'Smallest span from a turndown',
  summary: 'What a body can be turned down to, where its sheet states a turndown instead of a span.',
  input: z.object({
    maxSpan: aboveZero('Largest span'),
    turndown: aboveZero('Turndown, : 1'),
    unit: PressureUnitChoice,
  }),
  answer: z.object({ minSpan: result('Smallest span') }),
  example: { maxSpan: 187, turndown: 8, unit: 'kPa' },
  work: ({ maxSpan, turndown, unit }) => {
    const minSpan = minSpanOfTurndown(maxSpan, turndown)
    return {
      minSpan: quantity(minSpan, pressureUnitLabel(unit)),
      workings: [
        {
          finds: 'smallest span',
          formula: 'smallest = largest / turndown',
          from: [worked('largest', maxSpan, pressureUnitLabel(unit)), worked('turndown', turndown, ': 1')],
          result: worked('smallest', minSpan, pressureUnitLabel(unit)),
          source: 'definition of turndown',
        },
      ],
    }
  },
})
