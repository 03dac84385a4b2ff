import { z } from 'zod'
import { fixedDecimal } from '@/core/format/formatNumber'
import { comparisonUncertainty } from '@/core/run/judge/comparisonUncertainty'
import { worked } from '@/core/workings/workings'
import { RangeInput, SignalChoice } from '@/schema/choices'
import { aboveZero, number, Quantity, quantity, result, titled, zeroOrMore } from '@/schema/field'
import { calculation } from '../calculation'
import { scaleOf } from '../shared'

/** Digits that add nothing to the resolution a device shows with. */
const EXACT = 12
const SPAN = '% of span'

const day = (title: string) => titled(z.iso.date({ error: 'is no day: write it as 2026-03-31' }), title)

/** A device of which accuracy and drift are known; its figures in the unit it reads. */
const Device = z
  .object({
    rangeLow: number('Lowest'),
    rangeHigh: number('Highest'),
    percentReading: zeroOrMore('± % of reading'),
    percentRange: zeroOrMore('± % of range'),
    certifiedWithK: titled(
      aboveZero('').nullable(),
      'k, where these are U of its certificate',
      'empty: they are its accuracy, taken as rectangular',
    ),
    driftPercentRange: zeroOrMore('Drift, ± % of range a year'),
    calibratedOn: day('Calibrated on'),
    resolution: aboveZero('One count'),
  })
  .refine(({ rangeLow, rangeHigh }) => rangeHigh > rangeLow, {
    path: ['rangeHigh'],
    error: 'does not lie above the lowest: enter the ends of its range',
  })

export const comparisonBudget = calculation({
  name: 'comparison-budget',
  group: 'uncertainty',
  title: 'Budget of a comparison',
  summary:
    'The uncertainty of one reading as a run works it out: reference, what reads the output, drift since their calibration, digits, repeatability.',
  input: z.object({
    range: RangeInput,
    signal: SignalChoice,
    applied: number('Applied'),
    output: number('Output'),
    on: day('Day of the work'),
    pressure: titled(Device, 'Reference, in the unit of the range'),
    meter: titled(Device.nullable(), 'What reads the output, in its unit'),
    readableStep: titled(
      aboveZero('').nullable(),
      'Smallest step that can be read on the instrument',
      'where nothing else reads its output',
    ),
    repeatability: titled(
      z
        .object({
          standardDeviation: aboveZero('s of one reading, % of span'),
          degrees: titled(aboveZero('').nullable(), 'Degrees of freedom', 'empty: declared'),
        })
        .nullable(),
      'Repeatability of the instrument',
    ),
  }),
  answer: z.object({
    expanded: result('Expanded uncertainty U'),
    coverageFactor: titled(z.number(), 'Coverage factor k'),
    combined: result('Combined standard uncertainty u'),
    effectiveDegrees: titled(z.number().nullable(), 'Effective degrees of freedom'),
    lines: titled(
      z.array(
        z.object({
          name: titled(z.string(), 'From'),
          value: titled(Quantity, 'Value, ±'),
          distribution: titled(z.string(), 'Distribution'),
          sensitivity: titled(z.number(), '% of span per unit'),
          contribution: titled(Quantity, 'u'),
        }),
      ),
      'Budget',
    ),
  }),
  example: {
    range: { lrv: 0, urv: 24, unit: 'bar' },
    signal: '4-20mA',
    applied: 18.01,
    output: 16.012,
    on: '2026-03-20',
    pressure: {
      ...{ rangeLow: 0, rangeHigh: 34, percentReading: 0.02, percentRange: 0.008, certifiedWithK: null },
      ...{ driftPercentRange: 0.006, calibratedOn: '2025-09-18', resolution: 0.001 },
    },
    meter: {
      ...{ rangeLow: 0, rangeHigh: 55, percentReading: 0.01, percentRange: 0.005, certifiedWithK: 2 },
      ...{ driftPercentRange: 0.002, calibratedOn: '2025-11-05', resolution: 0.001 },
    },
    readableStep: null,
    repeatability: { standardDeviation: 0.018, degrees: 8 },
  },
  work: ({ range, signal, applied, output, on, pressure, meter, readableStep, repeatability }) => {
    const scale = scaleOf(signal, range)
    const budget = comparisonUncertainty(
      { applied: fixedDecimal(applied, EXACT), output: fixedDecimal(output, EXACT) },
      {
        basis: { range, url: Math.max(range.lrv, range.urv), scale, errorLimit: NO_LIMIT, adjustLimit: null },
        inputUnit: range.unit,
        inputReference: { id: 'pressure', unit: range.unit, ...knownOf(pressure, 'the reference') },
        outputReference: meter && { id: 'meter', unit: scale.unit, ...knownOf(meter, 'what reads the output') },
        isBelowCutOff: false,
        readableStep: readableStep ?? undefined,
        scatter: {
          ...{ unit: SPAN, upDown: new Map(), returnToZero: null },
          repeatability: repeatability && { ...repeatability, source: 'as entered' },
        },
        measurand: 'each-way',
        day: on,
      },
    )
    return {
      expanded: quantity(budget.expandedUncertainty, SPAN),
      coverageFactor: budget.coverageFactor,
      combined: quantity(budget.combinedStandardUncertainty, SPAN),
      effectiveDegrees: budget.effectiveDegrees,
      lines: budget.lines.map(({ name, value, unit, distribution, sensitivity, contribution }) => ({
        ...{ name, value: quantity(value, unit), distribution, sensitivity },
        contribution: quantity(contribution, SPAN),
      })),
      workings: [
        {
          finds: 'combined standard uncertainty',
          formula: 'u = √Σ(cᵢ · uᵢ)²',
          from: budget.lines.map(({ name, contribution }) => worked(name, contribution, SPAN)),
          result: worked('u', budget.combinedStandardUncertainty, SPAN),
          source: 'JCGM 100:2008, 5.1.2',
        },
        {
          finds: 'expanded uncertainty',
          formula: 'U = k · u, k from Student’s t at 95.45 % and the effective degrees of freedom, truncated',
          from: [
            worked('k', budget.coverageFactor, ''),
            ...(budget.effectiveDegrees === null ? [] : [worked('ν', budget.effectiveDegrees, '')]),
          ],
          result: worked('U', budget.expandedUncertainty, SPAN),
          source: 'JCGM 100:2008, 6.2.1 and G.4',
        },
      ],
    }
  },
})

/** An uncertainty asks for no limit. */
const NO_LIMIT = { combine: 'sum', terms: [] } as const

function knownOf(device: z.infer<typeof Device>, code: string) {
  const { percentReading, percentRange, certifiedWithK, driftPercentRange, calibratedOn, ...own } = device
  const accuracy = {
    combine: 'sum' as const,
    terms: [
      { kind: 'percentReading' as const, value: percentReading },
      { kind: 'percentSpan' as const, value: percentRange },
    ],
  }
  return {
    ...own,
    ...{ code, calibratedOn, accuracy },
    driftPerYear: { combine: 'sum' as const, terms: [{ kind: 'percentSpan' as const, value: driftPercentRange }] },
    ...(certifiedWithK !== null && {
      certificate: 'as entered',
      certified: { uncertainty: accuracy, coverageFactor: certifiedWithK },
    }),
  }
}
