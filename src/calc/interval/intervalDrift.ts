import { z } from 'zod'
import { driftProjection } from '@/core/interval/driftProjection'
import { worked } from '@/core/workings/workings'
import { aboveZero, coverage, list, number, optionalResult, quantity, result, titled, words } from '@/schema/field'
import { calculation } from '../calculation'

export const intervalDrift = calculation({
  name: 'interval-drift',
  group: 'interval',
  title: 'When drift reaches the limit',
  summary:
    'A straight line through the as-found errors, the band a new result is expected in, when both leave, and what is to be expected when it is due.',
  input: z.object({
    points: list(z.object({ years: number('Years'), error: number('Error') }), 'As-found errors', {
      least: 3,
      most: 60,
    }),
    limit: aboveZero('Limit, ±'),
    dueYears: titled(number('').nullable().default(null), 'Due at, years on the same scale'),
    unit: words('Unit of the error', 20),
    coverage: coverage(),
  }),
  answer: z.object({
    rate: result('Drift'),
    now: result('On the line at the last point'),
    scatter: result('Scatter about the line'),
    crosses: optionalResult('Line reaches the limit at'),
    bandCrosses: optionalResult('Band reaches it at'),
    atDue: optionalResult('On the line when due'),
    bandAtDue: optionalResult('Band when due, ±'),
    insideAtDue: optionalResult('Chance to be found inside when due'),
  }),
  example: {
    points: [
      { years: 0, error: 0.03 },
      { years: 0.98, error: 0.11 },
      { years: 2.05, error: 0.14 },
      { years: 3.01, error: 0.22 },
    ],
    limit: 0.45,
    dueYears: 4.05,
    unit: '% of span',
    coverage: 0.95,
  },
  work: ({ points, limit, dueYears, unit, coverage: probability }) => {
    const drift = driftProjection(points, limit, probability)
    const due = dueYears === null ? null : drift.at(dueYears)
    const years = (at: number | null) => (at === null ? null : quantity(at, 'years'))
    return {
      rate: quantity(drift.ratePerYear, `${unit} a year`),
      now: quantity(drift.errorNow, unit),
      scatter: quantity(drift.scatter, unit),
      crosses: years(drift.crossesAtYears),
      bandCrosses: years(drift.bandCrossesAtYears),
      atDue: due && quantity(due.error, unit),
      bandAtDue: due && quantity(due.halfWidth, unit),
      insideAtDue: due && quantity(due.insideProbability * 100, '%'),
      workings: [
        {
          finds: 'drift',
          formula: 'b = Σ(t − t̄)(e − ē) / Σ(t − t̄)²',
          from: [worked('n', points.length, 'calibrations')],
          result: worked('b', drift.ratePerYear, `${unit} a year`),
          source: 'least squares',
        },
        {
          finds: 'scatter about the line',
          formula: 's = √(Σ(e − line)² / (n − 2))',
          from: [worked('n', points.length, 'calibrations')],
          result: worked('s', drift.scatter, unit),
          source: 'least squares; the band is ± t · s · √(1 + 1/n + (t − t̄)²/Σ(t − t̄)²)',
        },
        ...(due && dueYears !== null
          ? [
              {
                finds: 'on the line when due',
                formula: 'e = ē + b · (t − t̄)',
                from: [worked('b', drift.ratePerYear, `${unit} a year`), worked('t', dueYears, 'years')],
                result: worked('e', due.error, unit),
                source:
                  'least squares; the chance is that of Student’s t about the line, with n − 2 degrees of freedom',
              },
            ]
          : []),
      ],
    }
  },
})
