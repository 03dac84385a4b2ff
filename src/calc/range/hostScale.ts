import { z } from 'zod'
import { carriedScale } from '@/core/range/carriedScale'
import { Refusal } from '@/core/refusal'
import { percentOfInput } from '@/core/transfer/linearTransfer'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { worked } from '@/core/workings/workings'
import { DisplayInput, RangeInput } from '@/schema/choices'
import { flag, number, quantity, result } from '@/schema/field'
import { calculation } from '../calculation'

export const hostScale = calculation({
  name: 'host-scale',
  group: 'range',
  title: 'Host scale of a moved range',
  summary: 'What a host must show at both ends of the new range to go on showing the same; a flow grows as the root.',
  input: z.object({
    range: RangeInput,
    wantedLrv: number('LRV wanted'),
    wantedUrv: number('URV wanted'),
    display: DisplayInput,
    takesRoot: flag('A square root is taken on the way'),
  }),
  answer: z.object({ lower: result('Shown at LRV'), upper: result('Shown at URV') }),
  example: {
    range: { lrv: 0, urv: 17.6, unit: 'kPa' },
    wantedLrv: 0,
    wantedUrv: 24.3,
    display: { lower: 0, upper: 41, unit: 't/h' },
    takesRoot: true,
  },
  work: ({ range, wantedLrv, wantedUrv, display, takesRoot }) => {
    const wanted = { lrv: wantedLrv, urv: wantedUrv }
    const carried = carriedScale(display, { present: range, wanted, takesRoot })
    if (!carried)
      throw new Refusal(
        wantedLrv === range.lrv ? 'wantedUrv' : 'wantedLrv',
        'a flow is zero at the present LRV, and would not be at the end of the new range',
        'leave LRV as it is and URV on its side, or take the root out',
      )
    const label = pressureUnitLabel(range.unit)
    const stepsAt = (end: 'LRV' | 'URV', input: number, shown: number) => {
      const percent = worked('x', percentOfInput(input, range), '%')
      return [
        {
          finds: `the new ${end} in the present range`,
          formula: `x = (${end}′ − LRV) / (URV − LRV)`,
          from: [worked(`${end}′`, input, label), worked('LRV', range.lrv, label), worked('URV', range.urv, label)],
          result: percent,
          source: 'definition of LRV and URV',
        },
        {
          finds: 'what the host shows there by its present scale',
          formula: takesRoot ? 's = s₀ + √x · (s₁₀₀ − s₀)' : 's = s₀ + x · (s₁₀₀ − s₀)',
          from: [percent, worked('s₀', display.lower, display.unit), worked('s₁₀₀', display.upper, display.unit)],
          result: worked('s', shown, display.unit),
          source: takesRoot ? 'square-root law, ISO 5167-1' : 'definition of a linear scale',
        },
      ]
    }
    return {
      lower: quantity(carried.lower, display.unit),
      upper: quantity(carried.upper, display.unit),
      workings: [...stepsAt('LRV', wantedLrv, carried.lower), ...stepsAt('URV', wantedUrv, carried.upper)],
    }
  },
})
