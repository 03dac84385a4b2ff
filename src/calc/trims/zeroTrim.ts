import { z } from 'zod'
import { zeroTrimShift } from '@/core/adjust/zeroTrim'
import { worked } from '@/core/workings/workings'
import { aboveZero, number, quantity, result, titled, zeroOrMore } from '@/schema/field'
import { calculation } from '../calculation'
import { COMMON_PRACTICE } from '../sources'
import { Unit } from './trimsTerms'

export const zeroTrim = calculation({
  name: 'zero-trim',
  group: 'adjust',
  title: 'Zero trim',
  summary:
    'The shift a zero trim stores; refused at a pressure that is not zero, or where it would hide an elevated zero.',
  input: z.object({
    pv: number('PV shown'),
    applied: number('Pressure on the cell, by the reference'),
    zeroTolerance: zeroOrMore('Counts as zero within ±'),
    makerLimit: titled(aboveZero('').nullable(), 'Largest shift the maker allows, ±'),
    lrv: number('LRV of the range'),
    unit: Unit,
  }),
  answer: z.object({ shift: result('Shift stored'), effect: titled(z.string(), 'What it does') }),
  example: { pv: -0.38, applied: 0.004, zeroTolerance: 0.01, makerLimit: 2.5, lrv: 0, unit: 'kPa' },
  work: ({ unit, ...trim }) => {
    const shift = zeroTrimShift(trim)
    return {
      shift: quantity(shift, unit),
      effect: 'moves every reading by the same amount; span and linearity stay as they were',
      workings: [
        {
          finds: 'shift',
          formula: 'shift = −PV at true zero',
          from: [worked('PV', trim.pv, unit), worked('applied', trim.applied, unit)],
          result: worked('shift', shift, unit),
          source: COMMON_PRACTICE,
        },
      ],
    }
  },
})
