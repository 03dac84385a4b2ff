import { z } from 'zod'
import { judgePoint } from '@/core/analysis/judgedPoint'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { worked } from '@/core/workings/workings'
import { RangeInput, SignalChoice } from '@/schema/choices'
import { number, quantity, result, titled } from '@/schema/field'
import { calculation } from '../calculation'
import { scaleOf } from '../shared'
import { LimitInput, limitOf } from './errorTerms'

const ERROR_SOURCE = 'IEC 61298-2 and ISA-51.1, “error” (from memory)'

export const judgeReading = calculation({
  name: 'judge-reading',
  group: 'error',
  title: 'Error of one reading',
  summary: 'Ideal output from what was applied, the error three ways, and where it lies against the limit.',
  input: z.object({
    range: RangeInput,
    upperRangeLimit: number('URL of the sensor'),
    signal: SignalChoice,
    limit: LimitInput,
    adjustLimit: titled(LimitInput.nullable(), 'Adjust limit'),
    applied: number('Applied input'),
    output: number('Output read'),
  }),
  answer: z.object({
    idealOutput: result('Ideal output'),
    errorOutput: result('Error'),
    errorPercentSpan: result('Error'),
    errorInput: result('Error, as input'),
    limit: result('Limit, ±'),
    verdict: titled(z.enum(['inside', 'inside-look', 'outside']), 'Verdict'),
  }),
  example: {
    range: { lrv: -20, urv: 60, unit: 'kPa' },
    upperRangeLimit: 100,
    signal: '4-20mA',
    limit: { combine: 'larger', terms: [{ kind: 'percentSpan', value: 0.3 }], below: null, further: [] },
    adjustLimit: { combine: 'larger', terms: [{ kind: 'percentSpan', value: 0.15 }], below: null, further: [] },
    applied: 19.86,
    output: 12.004,
  },
  work: ({ range, upperRangeLimit, signal, limit, adjustLimit, applied, output }) => {
    const scale = scaleOf(signal, range)
    const unit = pressureUnitLabel(range.unit)
    const point = judgePoint(
      { applied, output, targetPercent: 0, direction: 'rising' },
      {
        range,
        url: upperRangeLimit,
        scale,
        errorLimit: limitOf(limit),
        adjustLimit: adjustLimit && limitOf(adjustLimit),
      },
    )
    if (point.errorInput === null) throw new Error('a straight line has an input for every output')
    return {
      idealOutput: quantity(point.idealOutput, scale.unit),
      errorOutput: quantity(point.errorOutput, scale.unit),
      errorPercentSpan: quantity(point.errorPercentSpan, '% of span'),
      errorInput: quantity(point.errorInput, unit),
      limit: quantity(point.limitPercentSpan, '% of span'),
      verdict: point.verdict,
      workings: [
        {
          finds: 'ideal output for the input actually applied',
          formula: 'S_i = S₀ + (x − LRV) / (URV − LRV) · (S₁₀₀ − S₀)',
          from: [
            worked('x', applied, unit),
            worked('LRV', range.lrv, unit),
            worked('URV', range.urv, unit),
            worked('S₀', scale.lower, scale.unit),
            worked('S₁₀₀', scale.upper, scale.unit),
          ],
          result: worked('S_i', point.idealOutput, scale.unit),
          source: ERROR_SOURCE,
        },
        {
          finds: 'error in % of span',
          formula: 'e = (S − S_i) / |S₁₀₀ − S₀| · 100',
          from: [
            worked('S', output, scale.unit),
            worked('S_i', point.idealOutput, scale.unit),
            worked('S₀', scale.lower, scale.unit),
            worked('S₁₀₀', scale.upper, scale.unit),
          ],
          result: worked('e', point.errorPercentSpan, '% of span'),
          source: ERROR_SOURCE,
        },
      ],
    }
  },
})
