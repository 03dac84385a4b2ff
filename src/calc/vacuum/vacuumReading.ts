import { z } from 'zod'
import { exceeds } from '@/core/error/verdict'
import { convertPressure, pressureUnitLabel } from '@/core/units/pressureUnit'
import { errorPercentReading } from '@/core/vacuum/decades'
import { isNearAtmosphere } from '@/core/vacuum/vacuumAdjust'
import { worked } from '@/core/workings/workings'
import { PressureUnitChoice } from '@/schema/choices'
import { aboveZero, quantity, result, titled } from '@/schema/field'
import { calculation } from '../calculation'
import { COMMON_PRACTICE } from '../sources'

export const vacuumReading = calculation({
  name: 'vacuum-reading',
  group: 'vacuum',
  title: 'Error of a vacuum reading',
  summary: 'Error in % of reading, against its limit, with a word of warning near atmosphere.',
  input: z.object({
    reading: aboveZero('Gauge'),
    applied: aboveZero('Reference (abs)'),
    unit: PressureUnitChoice,
    limitPercentReading: aboveZero('Error limit, ± % of reading'),
    barometric: titled(z.object({ value: aboveZero('Reading'), unit: PressureUnitChoice }), 'Barometric pressure'),
  }),
  answer: z.object({
    error: result('Error'),
    isInside: titled(z.boolean(), 'Inside the limit'),
    notice: titled(z.string().nullable(), 'Note'),
  }),
  example: {
    reading: 0.0467,
    applied: 0.0451,
    unit: 'mbar',
    limitPercentReading: 8,
    barometric: { value: 987.3, unit: 'hPa' },
  },
  work: ({ reading, applied, unit, limitPercentReading, barometric }) => {
    const error = errorPercentReading(reading, applied)
    const air = convertPressure(barometric.value, barometric.unit, unit)
    return {
      error: quantity(error, '% of reading'),
      isInside: !exceeds(Math.abs(error), limitPercentReading),
      notice: isNearAtmosphere(applied, air)
        ? 'near atmosphere, which changes from day to day: do not set span here'
        : null,
      workings: [
        {
          finds: 'error',
          formula: 'e = (reading − applied) / applied · 100',
          from: [
            worked('reading', reading, pressureUnitLabel(unit)),
            worked('applied', applied, pressureUnitLabel(unit)),
          ],
          result: worked('e', error, '% of reading'),
          source: COMMON_PRACTICE,
        },
      ],
    }
  },
})
