import { z } from 'zod'
import { analyseCycles } from '@/core/analysis/cycleAnalysis'
import type { Linearity } from '@/core/analysis/linearity'
import { pointVerdict } from '@/core/error/verdict'
import { worked } from '@/core/workings/workings'
import { RangeInput, SignalChoice } from '../schema/choices'
import { aboveZero, optionalResult, Quantity, quantity, result, titled } from '../schema/field'
import { calculation } from './calculation'
import { CycleReadings, exampleReadings, inPercent } from './readings'

const SPAN = '% of span'
const ISA = 'ISA-51.1 (from memory)'

export const analyse = calculation({
  name: 'analyse-cycles',
  group: 'analysis',
  title: 'Analyse a set of cycles',
  summary:
    'Zero and span error, linearity three ways, hysteresis, repeatability and the largest error of one or more cycles.',
  input: z.object({
    range: RangeInput,
    signal: SignalChoice,
    limitPercent: titled(aboveZero('').nullable(), 'Error limit, ± % of span'),
    readings: CycleReadings,
  }),
  answer: z.object({
    zeroError: result('Zero error: mean error at the lowest point'),
    spanError: result('Span error: mean error at the highest point less zero error'),
    largestError: result('Largest error'),
    largestAt: result('… at'),
    verdict: titled(z.enum(['inside', 'outside']).nullable(), 'Against the limit'),
    hysteresis: optionalResult('Hysteresis: largest difference of up and down at a point'),
    terminalBased: optionalResult('Linearity, terminal-based: from the line through both ends'),
    zeroBased: optionalResult('Linearity, zero-based: from the best line through the lower end'),
    independent: optionalResult('Linearity, independent: from the best line of all'),
    repeatability: optionalResult('Repeatability: largest spread of one point and direction'),
    standardDeviation: optionalResult('Standard deviation of one reading, pooled'),
    curve: titled(
      z.array(
        z.object({
          input: titled(Quantity, 'Point'),
          rising: titled(Quantity.nullable(), 'Error up'),
          falling: titled(Quantity.nullable(), 'Error down'),
          mean: titled(Quantity, 'Mean error'),
        }),
      ),
      'Mean curve',
    ),
  }),
  example: {
    range: { lrv: 0, urv: 64, unit: 'kPa' },
    signal: '4-20mA',
    limitPercent: 0.5,
    readings: exampleReadings(
      [
        [0.02, 4.021],
        [16.05, 8.042],
        [31.98, 12.037],
        [48.01, 16.046],
        [64.0, 20.051],
        [47.96, 16.052],
        [32.04, 12.071],
        [16.02, 8.052],
        [0.0, 4.017],
      ],
      [
        [0.01, 4.019],
        [15.97, 8.024],
        [32.02, 12.05],
        [47.99, 16.043],
        [64.03, 20.06],
        [48.04, 16.071],
        [31.97, 12.055],
        [15.99, 8.046],
        [0.02, 4.024],
      ],
    ),
  },
  work: ({ range, signal, limitPercent, readings }) => {
    const analysis = analyseCycles(inPercent(readings, { range, signal }))
    const { linearity, repeatability } = analysis
    const optional = (value: number | null | undefined) =>
      value === null || value === undefined ? null : quantity(value, SPAN)
    return {
      zeroError: quantity(analysis.zeroErrorPercentSpan, SPAN),
      spanError: quantity(analysis.spanErrorPercentSpan, SPAN),
      largestError: quantity(analysis.largestError.errorPercentSpan, SPAN),
      largestAt: quantity(
        analysis.largestError.reading.appliedPercent,
        `% of input span, ${analysis.largestError.reading.direction}`,
      ),
      verdict: limitPercent === null ? null : withinLimit(analysis.largestError.errorPercentSpan, limitPercent),
      hysteresis: optional(analysis.hysteresisPercentSpan),
      terminalBased: optional(linearity?.terminalBased.departurePercentSpan),
      zeroBased: optional(linearity?.zeroBased.departurePercentSpan),
      independent: optional(linearity?.independent.departurePercentSpan),
      repeatability: optional(repeatability?.spreadPercentSpan),
      standardDeviation: optional(repeatability?.standardDeviationPercentSpan),
      curve: analysis.curve.map((point) => ({
        input: quantity(point.inputPercent, '%'),
        rising: optional(point.risingErrorPercentSpan),
        falling: optional(point.fallingErrorPercentSpan),
        mean: quantity(point.meanErrorPercentSpan, SPAN),
      })),
      workings: linearity
        ? [
            lineStep('terminal-based', 'through the ends of the mean curve', linearity.terminalBased),
            lineStep('zero-based', 'through the lower end, smallest largest departure', linearity.zeroBased),
            lineStep('independent', 'smallest largest departure (minimax)', linearity.independent),
          ]
        : [],
    }
  },
})

const withinLimit = (error: number, limit: number) =>
  pointVerdict({ error, limit, adjustLimit: null }) === 'outside' ? ('outside' as const) : ('inside' as const)

const lineStep = (name: string, line: string, { departurePercentSpan, atZeroPercent, slope }: Linearity) => ({
  finds: `linearity, ${name}: line ${line}`,
  formula: 'largest |y − (a + b · x)| over the mean curve',
  from: [worked('a', atZeroPercent, '% of output'), worked('b', slope, '% per %')],
  result: worked('departure', departurePercentSpan, SPAN),
  source: `${ISA}, “linearity, ${name}”`,
})
