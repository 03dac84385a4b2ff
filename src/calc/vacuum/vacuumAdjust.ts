import { z } from 'zod'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { vacuumAdjustPoints } from '@/core/vacuum/vacuumAdjust'
import { worked } from '@/core/workings/workings'
import { PressureUnitChoice } from '@/schema/choices'
import { aboveZero, quantity, result, titled, zeroOrMore } from '@/schema/field'
import { calculation } from '../calculation'
import { COMMON_PRACTICE } from '../sources'

export const vacuumAdjust = calculation({
  name: 'vacuum-adjust',
  group: 'vacuum',
  title: 'Where to adjust a vacuum gauge',
  summary: 'Span well above the transition and below atmosphere, zero at a vacuum hard enough for the lowest decade.',
  input: z.object({
    gaugeLow: aboveZero('Gauge reads from (abs)'),
    gaugeHigh: aboveZero('… to'),
    barometric: aboveZero('Air pressure (abs)'),
    transition: titled(aboveZero('').nullable(), 'Changes its principle at'),
    baseVacuum: zeroOrMore('Vacuum the pump reaches'),
    unit: PressureUnitChoice,
  }),
  answer: z.object({
    span: result('Set span at about'),
    zeroAtMost: result('Set zero at or below'),
    notes: titled(z.array(z.string()), 'Order and notes'),
  }),
  example: { gaugeLow: 0.002, gaugeHigh: 1300, barometric: 987, transition: 30, baseVacuum: 0.006, unit: 'mbar' },
  work: ({ unit, ...gauge }) => {
    const label = `${pressureUnitLabel(unit)} abs`
    const points = vacuumAdjustPoints(gauge)
    return {
      span: quantity(points.span, label),
      zeroAtMost: quantity(points.zeroAtMost, label),
      notes: [...points.notes],
      workings: [
        {
          finds: 'span point',
          formula: 'p = 0.79 · air pressure, or the top of the gauge',
          from: [worked('air', gauge.barometric, label), worked('top', gauge.gaugeHigh, label)],
          result: worked('p', points.span, label),
          source: COMMON_PRACTICE,
        },
        {
          finds: 'hard enough for zero',
          formula: 'p₀ ≤ 10 · lowest reading',
          from: [worked('lowest', gauge.gaugeLow, label)],
          result: worked('p₀', points.zeroAtMost, label),
          source: COMMON_PRACTICE,
        },
      ],
    }
  },
})
