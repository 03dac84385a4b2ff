import { z } from 'zod'
import { trimRemainder, twoPointTrim } from '@/core/adjust/twoPointTrim'
import { worked } from '@/core/workings/workings'
import { aboveZero, Quantity, quantity, result, titled } from '@/schema/field'
import { calculation } from '../calculation'
import { TrimPoint, Unit } from './trimsTerms'

export const trim = calculation({
  name: 'two-point-trim',
  group: 'adjust',
  title: 'Sensor trim or output trim',
  summary:
    'Lower then upper trim in pressure, or 4 and 20 mA against the meter: the correction, and what it leaves elsewhere.',
  input: z.object({
    of: titled(z.enum(['sensor', 'output']), 'Trim of the'),
    unit: Unit,
    lower: titled(TrimPoint, 'Lower trim'),
    upper: titled(TrimPoint, 'Upper trim'),
    minimumSpan: aboveZero('Ends at least this far apart'),
    makerGainLimitPercent: titled(aboveZero('').nullable(), 'Largest change of gain the maker allows, %'),
    others: titled(z.array(TrimPoint).max(60), 'Other points read before the trim'),
  }),
  answer: z.object({
    gainChange: result('Change of gain'),
    offset: result('Offset'),
    remainder: titled(
      z.array(
        z.object({
          reference: titled(Quantity, 'At'),
          before: titled(Quantity, 'Error before'),
          after: titled(Quantity, 'Error left'),
        }),
      ),
      'What it leaves',
    ),
    order: titled(z.string(), 'Order'),
  }),
  example: {
    of: 'output',
    unit: 'mA',
    lower: { reference: 4, reading: 4.034 },
    upper: { reference: 20, reading: 20.082 },
    minimumSpan: 8,
    makerGainLimitPercent: 3,
    others: [{ reference: 12, reading: 12.061 }],
  },
  work: ({ of, unit, lower, upper, minimumSpan, makerGainLimitPercent, others }) => {
    const correction = twoPointTrim({ lower, upper, minimumSpan, makerGainLimitPercent })
    const points = [lower, ...others, upper]
    const left = trimRemainder(correction, points)
    return {
      gainChange: quantity((correction.gain - 1) * 100, '%'),
      offset: quantity(correction.offset, unit),
      remainder: points.map(({ reference, reading }, index) => ({
        reference: quantity(reference, unit),
        before: quantity(reading - reference, unit),
        after: quantity(left[index] ?? 0, unit),
      })),
      order:
        of === 'sensor'
          ? 'lower trim first, then upper: the upper changes the gain about the lower end'
          : '4 mA first, then 20 mA, each against the meter in the loop',
      workings: [
        {
          finds: 'gain',
          formula: 'g = (r₂ − r₁) / (x₂ − x₁)',
          from: [
            worked('r₁', lower.reference, unit),
            worked('r₂', upper.reference, unit),
            worked('x₁', lower.reading, unit),
            worked('x₂', upper.reading, unit),
          ],
          result: worked('g', correction.gain, ''),
          source: 'straight line through both trim points',
        },
        {
          finds: 'offset',
          formula: 'o = r₁ − g · x₁',
          from: [
            worked('r₁', lower.reference, unit),
            worked('g', correction.gain, ''),
            worked('x₁', lower.reading, unit),
          ],
          result: worked('o', correction.offset, unit),
          source: 'straight line through both trim points',
        },
      ],
    }
  },
})
