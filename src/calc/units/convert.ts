import { z } from 'zod'
import { ALL_UNIT_IDS, convertQuantity, QUANTITIES, QUANTITY_IDS, unitFact } from '@/core/units/quantity'
import { worked } from '@/core/workings/workings'
import { number, quantity, result, titled } from '@/schema/field'
import { calculation } from '../calculation'

const UnitChoice = z.enum(ALL_UNIT_IDS as [string, ...string[]]) // never empty

const QuantityChoice = titled(z.enum(QUANTITY_IDS), 'Quantity')

export const convert = calculation({
  name: 'convert',
  group: 'units',
  title: 'Convert a unit',
  summary: 'A value of one quantity in another unit. Water columns name the temperature of their water.',
  input: z.object({
    quantity: QuantityChoice,
    value: number('Value'),
    from: titled(UnitChoice, 'From'),
    to: titled(UnitChoice, 'To'),
  }),
  answer: z.object({ converted: result('Converted') }),
  example: { quantity: 'pressure', value: 43.5, from: 'inH2O@20C', to: 'kPa' },
  work: ({ quantity: kind, value, from, to }) => {
    const converted = convertQuantity(value, kind, { from, to })
    const [source, target] = [unitFact(kind, from), unitFact(kind, to)]
    const isShifted = source.offset !== undefined || target.offset !== undefined
    return {
      converted: quantity(converted, target.label),
      workings: [
        {
          finds: `${QUANTITIES[kind].label} in ${target.label}`,
          formula: isShifted ? 'y = (x · a + a₀ − b₀) / b' : 'y = x · a / b',
          from: [
            worked('x', value, source.label),
            worked('a', source.factor, `SI per ${source.label}`),
            worked('b', target.factor, `SI per ${target.label}`),
            ...(isShifted ? [worked('a₀', source.offset ?? 0, 'K'), worked('b₀', target.offset ?? 0, 'K')] : []),
          ],
          result: worked('y', converted, target.label),
          source: 'definitions of the units; NIST SP 811 (2008), appendix B.8',
        },
      ],
    }
  },
})
