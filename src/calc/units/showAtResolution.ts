import { z } from 'zod'
import { toResolution } from '@/core/format/resolution'
import { worked } from '@/core/workings/workings'
import { aboveZero, number, quantity, result, titled, words } from '@/schema/field'
import { calculation } from '../calculation'

export const showAtResolution = calculation({
  name: 'show-at-resolution',
  group: 'units',
  title: 'Show at a resolution',
  summary: 'A value as an instrument with a given step shows it.',
  input: z.object({ value: number('Value'), step: aboveZero('Step of the display'), unit: words('Unit', 20) }),
  answer: z.object({ shown: result('Shown'), text: titled(z.string(), 'As text') }),
  example: { value: 18.3472, step: 0.05, unit: 'kPa' },
  work: ({ value, step, unit }) => {
    const shown = toResolution(value, step)
    return {
      shown: quantity(shown.value, unit),
      text: `${shown.text} ${unit}`,
      workings: [
        {
          finds: 'nearest step',
          formula: 'y = step · round(x / step)',
          from: [worked('x', value, unit), worked('step', step, unit)],
          result: worked('y', shown.value, unit),
          source: 'definition; halves away from zero',
        },
      ],
    }
  },
})
