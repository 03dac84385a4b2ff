import { z } from 'zod'
import { flowAtDifference, flowOfZeroShiftPercent } from '@/core/flow/rootOfDifference'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { worked } from '@/core/workings/workings'
import { PressureUnitChoice } from '@/schema/choices'
import { aboveZero, number, quantity, result, words } from '@/schema/field'
import { calculation } from '../calculation'
import { ROOT_LAW } from '../sources'

export const flowZeroShift = calculation({
  name: 'flow-zero-shift',
  group: 'flow',
  title: 'Zero shift shown as flow',
  summary: 'The flow shown where nothing flows, from a shift of the zero of the differential pressure.',
  input: z.object({
    shift: number('Zero shift'),
    span: aboveZero('Span'),
    unit: PressureUnitChoice,
    fullFlow: aboveZero('Full flow'),
    flowUnit: words('Unit of flow', 20),
  }),
  answer: z.object({ shown: result('Shown at no flow'), percent: result('In % of full flow') }),
  example: { shift: 0.011, span: 19.4, unit: 'kPa', fullFlow: 46, flowUnit: 't/h' },
  work: ({ shift, span, unit, fullFlow, flowUnit }) => {
    const percent = flowOfZeroShiftPercent((shift / span) * 100)
    const shown = flowAtDifference(shift, { dp: span, flow: fullFlow })
    return {
      shown: quantity(shown, flowUnit),
      percent: quantity(percent, '%'),
      workings: [
        {
          finds: 'flow shown',
          formula: 'q = q₁₀₀ · √(shift / span), none below zero',
          from: [
            worked('shift', shift, pressureUnitLabel(unit)),
            worked('span', span, pressureUnitLabel(unit)),
            worked('q₁₀₀', fullFlow, flowUnit),
          ],
          result: worked('q', shown, flowUnit),
          source: ROOT_LAW,
        },
      ],
    }
  },
})
