import { z } from 'zod'
import { GAUGE_CLASS_IDS, gaugeClassLimit } from '@/core/error/gaugeClass'
import { worked } from '@/core/workings/workings'
import { flag, number, quantity, result, titled } from '@/schema/field'
import { calculation } from '../calculation'

export const gaugeClass = calculation({
  name: 'gauge-class',
  group: 'error',
  title: 'Class of a dial gauge',
  summary: 'The limit of an EN 837-1 class or ASME B40.100 grade at a point of the scale.',
  input: z.object({
    gaugeClass: titled(
      z.enum(GAUGE_CLASS_IDS as [(typeof GAUGE_CLASS_IDS)[number], ...typeof GAUGE_CLASS_IDS]),
      'Class or grade',
    ), // never empty
    scaleLow: number('Scale from'),
    scaleHigh: number('Scale to'),
    unit: titled(z.string().max(20), 'Unit'),
    at: number('At'),
    hasStopPin: flag('The pointer rests on a stop pin'),
  }),
  answer: z.object({ limit: result('Limit, ±'), percentSpan: result('Limit, ±') }),
  example: { gaugeClass: 'EN 837-1 class 1.6', scaleLow: 0, scaleHigh: 40, unit: 'bar', at: 27, hasStopPin: false },
  named: { scalePercent: 'at' },
  work: ({ gaugeClass: id, scaleLow, scaleHigh, unit, at, hasStopPin }) => {
    const span = scaleHigh - scaleLow
    const scalePercent = span === 0 ? 0 : ((at - scaleLow) / span) * 100
    const percent = gaugeClassLimit(id, { scalePercent, hasStopPin })
    const limit = (percent / 100) * Math.abs(span)
    return {
      limit: quantity(limit, unit),
      percentSpan: quantity(percent, '% of span'),
      workings: [
        {
          finds: 'limit',
          formula: 'L = class / 100 · span',
          from: [
            worked('class', percent, '% of span'),
            worked('span', span, unit),
            worked('at', scalePercent, '% of scale'),
          ],
          result: worked('L', limit, unit),
          source: id.startsWith('EN')
            ? 'EN 837-1:1996, accuracy classes (from memory)'
            : 'ASME B40.100, accuracy grades (from memory)',
        },
      ],
    }
  },
})
