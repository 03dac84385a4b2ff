import { z } from 'zod'
import { referenceReach as reachOf } from '@/core/range/referenceReach'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { worked } from '@/core/workings/workings'
import { RangeInput } from '@/schema/choices'
import { number, quantity, result, titled } from '@/schema/field'
import { calculation } from '../calculation'
import { COMMON_PRACTICE } from '../sources'

export const referenceReach = calculation({
  name: 'reference-reach',
  group: 'range',
  title: 'Whether a reference reaches',
  summary: 'What is missing at both ends, and how far one may overshoot before the reference is over its range.',
  input: z.object({ range: RangeInput, referenceLow: number('Reference from'), referenceHigh: number('… to') }),
  answer: z.object({
    reaches: titled(z.boolean(), 'Reaches both ends'),
    missingBelow: result('Missing below'),
    missingAbove: result('Missing above'),
    headroom: result('Left for an overshoot'),
  }),
  example: { range: { lrv: -3.2, urv: 21.5, unit: 'kPa' }, referenceLow: -2, referenceHigh: 35 },
  named: { reference: 'referenceHigh' },
  work: ({ range, referenceLow, referenceHigh }) => {
    const reach = reachOf(range, { low: referenceLow, high: referenceHigh })
    const label = pressureUnitLabel(range.unit)
    return {
      reaches: reach.reaches,
      missingBelow: quantity(reach.missingBelow, label),
      missingAbove: quantity(reach.missingAbove, label),
      headroom: quantity(reach.headroom, label),
      workings: [
        {
          finds: 'left for an overshoot',
          formula: 'headroom = upper end of the reference − highest input',
          from: [worked('end', referenceHigh, label), worked('highest', Math.max(range.lrv, range.urv), label)],
          result: worked('headroom', reach.headroom, label),
          source: COMMON_PRACTICE,
        },
      ],
    }
  },
})
