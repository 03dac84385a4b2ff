import { z } from 'zod'
import { limitInput, limitPercentSpan, limitSides, smallerTerms } from '@/core/error/errorLimit'
import { limitWords } from '@/core/error/limitWords'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { worked } from '@/core/workings/workings'
import { RangeInput } from '@/schema/choices'
import { number, quantity, result, titled } from '@/schema/field'
import { calculation } from '../calculation'
import { LimitInput, limitOf } from './errorTerms'

export const errorLimitAt = calculation({
  name: 'error-limit',
  group: 'error',
  title: 'Error limit at an input',
  summary:
    'A limit of one or more terms, added or the larger of them, at one applied input; also by part of the range, or of its own below zero. The smaller side where they differ.',
  input: z.object({
    range: RangeInput,
    upperRangeLimit: number('URL of the sensor'),
    limit: LimitInput,
    applied: number('Applied input'),
  }),
  answer: z.object({
    limit: result('Limit, ±'),
    percentSpan: result('Limit, ±'),
    above: result('Limit of errors above zero'),
    below: result('Limit of errors below zero'),
    words: titled(z.string(), 'In words'),
  }),
  example: {
    range: { lrv: 0, urv: 160, unit: 'mbar' },
    upperRangeLimit: 400,
    limit: {
      combine: 'sum',
      terms: [
        { kind: 'percentReading', value: 0.15 },
        { kind: 'counts', value: 2, step: 0.1, unit: 'mbar' },
      ],
      below: null,
      further: [],
    },
    applied: 92.4,
  },
  work: ({ range, upperRangeLimit, limit: given, applied }) => {
    const limit = limitOf(given)
    const basis = { range, url: upperRangeLimit }
    const unit = pressureUnitLabel(range.unit)
    const value = limitInput(applied, limit, basis)
    const percent = limitPercentSpan(applied, limit, basis)
    const { above, below } = limitSides(applied, limit, basis)
    const counting = smallerTerms(applied, limit, basis)
    return {
      limit: quantity(value, unit),
      percentSpan: quantity(percent, '% of span'),
      above: quantity(above, unit),
      below: quantity(below, unit),
      words: limitWords(limit),
      workings: [
        {
          finds: 'limit at this input',
          formula: counting.combine === 'sum' || counting.terms.length === 1 ? 'L = Σ terms' : 'L = largest term',
          from: counting.terms.map((term, index) =>
            worked(`term ${index + 1}`, limitInput(applied, { combine: 'sum', terms: [term] }, basis), unit),
          ),
          result: worked('L', value, unit),
          source: 'definition of the limit',
        },
        {
          finds: 'in % of span',
          formula: 'l = L / |URV − LRV| · 100',
          from: [worked('L', value, unit), worked('LRV', range.lrv, unit), worked('URV', range.urv, unit)],
          result: worked('l', percent, '% of span'),
          source: 'definition',
        },
      ],
    }
  },
})
