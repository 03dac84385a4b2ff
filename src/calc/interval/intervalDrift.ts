import { z } from 'zod'
import { driftProjection } from '@/core/interval/driftProjection'
import { worked } from '@/core/workings/workings'
import { aboveZero, coverage, list, number, optionalResult, quantity, result, words } from '@/schema/field'
import { calculation } from '../calculation'

export const intervalDrift = calculation({
  name: 'interval-drift',
  group: 'interval',
  title: 'When drift reaches the limit',
  summary: 'A straight line through the as-found errors, the band a new result is expected in, and when both leave.',
  input: z.object({
    points: list(z.object({ years: number('Years'), error: number('Error') }), 'As-found errors', {
      least: 3,
      most: 60,
    }),
    limit: aboveZero('Limit, ±'),
    unit: words('Unit of the error', 20),
    coverage: coverage(),
  }),
  answer: z.object({
    rate: result('Drift'),
    now: result('On the line at the last point'),
    scatter: result('Scatter about the line'),
    crosses: optionalResult('Line reaches the limit at'),
    bandCrosses: optionalResult('Band reaches it at'),
  }),
  example: {
    points: [
      { years: 0, error: 0.03 },
      { years: 0.98, error: 0.11 },
      { years: 2.05, error: 0.14 },
      { years: 3.01, error: 0.22 },
    ],
    limit: 0.45,
    unit: '% of span',
    coverage: 0.95,
  },
  work: ({ points, limit, unit, coverage: probability }) => {
    const drift = driftProjection(points, limit, probability)
    const years = (at: number | null) => (at === null ? null : quantity(at, 'years'))
    return {
      rate: quantity(drift.ratePerYear, `${unit} a year`),
      now: quantity(drift.errorNow, unit),
      scatter: quantity(drift.scatter, unit),
      crosses: years(drift.crossesAtYears),
      bandCrosses: years(drift.bandCrossesAtYears),
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
      ],
    }
  },
})
