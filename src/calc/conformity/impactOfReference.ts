import { z } from 'zod'
import { judgePoint } from '@/core/analysis/judgedPoint'
import { overallVerdict } from '@/core/error/verdict'
import { supposedValue } from '@/core/impact/foundError'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import { worked } from '@/core/workings/workings'
import { RangeInput, SignalChoice } from '@/schema/choices'
import { number, Quantity, quantity, result, titled } from '@/schema/field'
import { calculation } from '../calculation'
import { LimitInput, limitOf } from '../error/errorTerms'
import { CycleReadings, exampleReadings } from '../readings'
import { scaleOf } from '../shared'

const Verdict = z.enum(['inside', 'inside-look', 'outside'])

export const impactOfReference = calculation({
  name: 'impact-of-reference',
  group: 'conformity',
  title: 'What a reference that was off changes',
  summary:
    'Readings judged again with the pressure that was really there, for a reference that was found to be off, as far as it had moved by then.',
  input: z.object({
    range: RangeInput,
    upperRangeLimit: number('URL of the sensor'),
    signal: SignalChoice,
    limit: LimitInput,
    reference: titled(
      z.object({ rangeLow: number('Lowest'), rangeHigh: number('Highest') }),
      'Range of the reference, in the unit of the readings',
    ),
    found: titled(
      z.discriminatedUnion('kind', [
        z.object({ kind: z.literal('constant'), value: number('Showed too much by') }),
        z.object({ kind: z.literal('percent-reading'), value: number('Showed too much by, % of what it showed') }),
        z.object({ kind: z.literal('percent-range'), value: number('Showed too much by, % of its range') }),
      ]),
      'What was found',
    ),
    share: titled(
      z.number().gte(0, 'is less than nothing').lte(1, 'is more than all of it: enter 0 to 1'),
      'How much of that it had moved by then, 0 … 1',
    ),
    readings: CycleReadings,
  }),
  answer: z.object({
    before: titled(Verdict, 'Verdict then'),
    after: titled(Verdict, 'Verdict with what was found'),
    largest: result('Largest change of error'),
    rows: titled(
      z.array(
        z.object({
          target: titled(Quantity, 'Point'),
          shown: titled(Quantity, 'Shown'),
          was: titled(Quantity, 'Really there'),
          before: titled(Quantity, 'Error then'),
          after: titled(Quantity, 'Error with it'),
          verdict: titled(Verdict, 'Verdict with it'),
        }),
      ),
      'Points',
    ),
  }),
  example: {
    range: { lrv: 0, urv: 24, unit: 'bar' },
    upperRangeLimit: 40,
    signal: '4-20mA',
    limit: { combine: 'larger', terms: [{ kind: 'percentSpan', value: 0.35 }], below: null, further: [] },
    reference: { rangeLow: 0, rangeHigh: 34 },
    found: { kind: 'percent-reading', value: -0.28 },
    share: 0.75,
    readings: exampleReadings([
      [0, 4.004],
      [6.012, 8.021],
      [12.004, 12.027],
      [18.01, 16.04],
      [23.99, 20.036],
    ]),
  },
  work: ({ range, upperRangeLimit, signal, limit, reference, found, share, readings }) => {
    const scale = scaleOf(signal, range)
    const unit = pressureUnitLabel(range.unit)
    const doubted = { ...reference, unit: range.unit }
    const judged = (applied: number, { target, direction, output }: (typeof readings)[number]) =>
      judgePoint(
        { targetPercent: target, direction, applied, output },
        { range, url: upperRangeLimit, scale, errorLimit: limitOf(limit), adjustLimit: null },
      )
    const rows = readings.map((reading) => {
      const was = supposedValue(reading.applied, range.unit, doubted, { found, share, isCorrecting: false })
      return { reading, was, before: judged(reading.applied, reading), after: judged(was, reading) }
    })
    const change = (row: (typeof rows)[number]) => row.after.errorPercentSpan - row.before.errorPercentSpan
    const most = rows.reduce((worst, row) => (Math.abs(change(row)) > Math.abs(change(worst)) ? row : worst))
    const verdictOf = (of: 'before' | 'after') => Verdict.parse(overallVerdict(rows.map((row) => row[of].verdict)))
    return {
      before: verdictOf('before'),
      after: verdictOf('after'),
      largest: quantity(change(most), '% of span'),
      rows: rows.map(({ reading, was, before, after }) => ({
        target: quantity(reading.target, '%'),
        shown: quantity(reading.applied, unit),
        was: quantity(was, unit),
        before: quantity(before.errorPercentSpan, '% of span'),
        after: quantity(after.errorPercentSpan, '% of span'),
        verdict: after.verdict,
      })),
      workings: [
        {
          finds: 'what was really there, where the error changes most',
          formula: 'p = shown − share · (what it showed too much)',
          from: [worked('shown', most.reading.applied, unit), worked('share', share, '')],
          result: worked('p', most.was, unit),
          source: 'ISO/IEC 17025:2017, 7.10.1 (what follows from nonconforming work)',
        },
        {
          finds: 'the error with it',
          formula: 'e = (output − ideal output at p) / output span · 100',
          from: [worked('output', most.reading.output, scale.unit), worked('p', most.was, unit)],
          result: worked('e', most.after.errorPercentSpan, '% of span'),
          source: 'definition',
        },
      ],
    }
  },
})
