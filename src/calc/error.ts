import { z } from 'zod'
import { judgePoint } from '@/core/analysis/judgedPoint'
import { carryToInput, carryToOutput } from '@/core/error/carriedLimit'
import { limitInput, limitPercentSpan } from '@/core/error/errorLimit'
import { GAUGE_CLASS_IDS, gaugeClassLimit } from '@/core/error/gaugeClass'
import { limitWords } from '@/core/error/limitWords'
import { transferCurve } from '@/core/transfer/transfer'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { worked } from '@/core/workings/workings'
import { RangeInput, SignalChoice, TransferInput } from '../schema/choices'
import { ErrorLimit } from '../schema/errorLimit'
import { aboveZero, flag, list, number, Quantity, quantity, result, titled } from '../schema/field'
import { calculation } from './calculation'
import { scaleOf } from './shared'

const LimitInput = titled(ErrorLimit, 'Error limit')
const ERROR_SOURCE = 'IEC 61298-2 and ISA-51.1, “error” (from memory)'

export const errorLimitAt = calculation({
  name: 'error-limit',
  group: 'error',
  title: 'Error limit at an input',
  summary: 'A limit of one or more terms, added or the larger of them, at one applied input.',
  input: z.object({
    range: RangeInput,
    upperRangeLimit: number('URL of the sensor'),
    limit: LimitInput,
    applied: number('Applied input'),
  }),
  answer: z.object({
    limit: result('Limit, ±'),
    percentSpan: result('Limit, ±'),
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
    },
    applied: 92.4,
  },
  work: ({ range, upperRangeLimit, limit, applied }) => {
    const basis = { range, url: upperRangeLimit }
    const unit = pressureUnitLabel(range.unit)
    const value = limitInput(applied, limit, basis)
    const percent = limitPercentSpan(applied, limit, basis)
    return {
      limit: quantity(value, unit),
      percentSpan: quantity(percent, '% of span'),
      words: limitWords(limit),
      workings: [
        {
          finds: 'limit at this input',
          formula: limit.combine === 'sum' || limit.terms.length === 1 ? 'L = Σ terms' : 'L = largest term',
          from: limit.terms.map((term, index) =>
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
    adjustLimit: titled(ErrorLimit.nullable(), 'Adjust limit'),
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
    limit: { combine: 'larger', terms: [{ kind: 'percentSpan', value: 0.3 }] },
    adjustLimit: { combine: 'larger', terms: [{ kind: 'percentSpan', value: 0.15 }] },
    applied: 19.86,
    output: 12.004,
  },
  work: ({ range, upperRangeLimit, signal, limit, adjustLimit, applied, output }) => {
    const scale = scaleOf(signal, range)
    const unit = pressureUnitLabel(range.unit)
    const point = judgePoint(
      { applied, output, targetPercent: 0, direction: 'rising' },
      { range, url: upperRangeLimit, scale, errorLimit: limit, adjustLimit },
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

export const carryLimit = calculation({
  name: 'carry-limit',
  group: 'error',
  title: 'Carry a limit through the transfer',
  summary: 'What a fixed limit in pressure comes to in flow, point by point, and back. Near zero flow it explodes.',
  input: z.object({
    transfer: TransferInput,
    limitPercent: aboveZero('Limit, ± % of span'),
    side: titled(z.enum(['input', 'output']), 'The limit stands on the side of the'),
    inputsPercent: list(number('Input, % of span'), 'Inputs, % of span', { most: 60 }),
  }),
  answer: z.object({
    points: titled(
      z.array(
        z.object({
          input: titled(Quantity, 'Input'),
          output: titled(Quantity, 'Output'),
          slope: titled(z.number().nullable(), 'Slope'),
          bySlope: titled(Quantity.nullable(), 'Limit by the slope, ±'),
          upwards: titled(Quantity.nullable(), 'Really, upwards'),
          downwards: titled(Quantity.nullable(), 'Really, downwards'),
          carriedBack: titled(Quantity.nullable(), 'Output limit as input, ±'),
        }),
      ),
      'Points',
    ),
  }),
  example: {
    transfer: { kind: 'root-to-zero', cutOffPercent: 0 },
    limitPercent: 0.3,
    side: 'input',
    inputsPercent: [0, 0.25, 1, 4, 16, 36, 64, 100],
  },
  named: { cutOffPercent: 'transfer.cutOffPercent' },
  work: ({ transfer, limitPercent, side, inputsPercent }) => {
    const curve = transferCurve(transfer)
    const points = inputsPercent.map((inputPercent) => {
      const back = carryToInput(inputPercent, limitPercent, curve)
      // An output limit has no input limit where the curve stands upright or lies flat: nothing to carry on with.
      const inputLimit = side === 'input' ? limitPercent : back
      const carried = inputLimit ? carryToOutput(inputPercent, inputLimit, curve) : null
      const percent = (value: number | null | undefined) =>
        value === null || value === undefined ? null : quantity(value, '%')
      return {
        input: quantity(inputPercent, '%'),
        output: quantity(curve.forward(inputPercent), '%'),
        slope: carried?.slope ?? null,
        bySlope: percent(carried?.bySlope),
        upwards: percent(carried?.upwards),
        downwards: percent(carried?.downwards),
        carriedBack: percent(back),
      }
    })
    const shown = points.find(({ bySlope }) => bySlope !== null)
    return {
      points,
      workings:
        shown?.bySlope && shown.slope !== null
          ? [
              {
                finds: `limit on the output at ${shown.input.value} % input`,
                formula:
                  transfer.kind === 'linear' || transfer.kind === 'table'
                    ? 'l_out = |slope| · l_in'
                    : 'l_out = |slope| · l_in, slope = 5 / √x above the cut-off',
                from: [
                  worked('slope', shown.slope, '% per %'),
                  worked('l_in', shown.bySlope.value / (Math.abs(shown.slope) || 1), '% of input span'),
                ],
                result: worked('l_out', shown.bySlope.value, '% of output span'),
                source: 'law of propagation, first order; JCGM 100:2008, 5.1.2',
              },
            ]
          : [],
    }
  },
})
