import { z } from 'zod'
import { driftProjection } from '@/core/interval/driftProjection'
import { reliabilityInterval } from '@/core/interval/reliabilityInterval'
import { staircaseInterval } from '@/core/interval/staircase'
import { worked } from '@/core/workings/workings'
import {
  aboveZero,
  coverage,
  flag,
  list,
  number,
  optionalResult,
  quantity,
  result,
  titled,
  words,
  zeroOrMore,
} from '../schema/field'
import { calculation } from './calculation'

const ILAC = 'ILAC-G24 / OIML D 10 (from memory)'

export const intervalStaircase = calculation({
  name: 'interval-staircase',
  group: 'interval',
  title: 'Next interval by a staircase',
  summary: 'Longer after a result well inside its limit, shorter after one outside.',
  input: z.object({
    months: aboveZero('Interval now, months'),
    shareOfLimit: zeroOrMore('Largest as-found error, % of its limit'),
    lengthenInside: zeroOrMore('Lengthen inside, % of the limit'),
    lengthenFactor: aboveZero('Lengthen by a factor of'),
    shortenFactor: aboveZero('Shorten by a factor of'),
    leastMonths: aboveZero('Never below, months'),
    mostMonths: aboveZero('Never above, months'),
  }),
  answer: z.object({ next: result('Next interval'), step: titled(z.string(), 'Step') }),
  example: {
    months: 9,
    shareOfLimit: 38,
    lengthenInside: 55,
    lengthenFactor: 1.3,
    shortenFactor: 0.6,
    leastMonths: 3,
    mostMonths: 30,
  },
  named: { factors: 'lengthenFactor' },
  work: ({ months, shareOfLimit, lengthenInside, ...stairs }) => {
    const next = staircaseInterval(months, shareOfLimit, { ...stairs, lengthenInsidePercent: lengthenInside })
    return {
      next: quantity(next.months, 'months'),
      step: next.step,
      workings: [
        {
          finds: 'next interval',
          formula: 'T′ = T · factor, between its bounds',
          from: [worked('T', months, 'months'), worked('share', shareOfLimit, '% of the limit')],
          result: worked('T′', next.months, 'months'),
          source: `${ILAC}, method 1`,
        },
      ],
    }
  },
})

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

export const intervalReliability = calculation({
  name: 'interval-reliability',
  group: 'interval',
  title: 'Interval for a reliability target',
  summary: 'From calibrations found inside and outside, the interval at which a wanted share is found inside.',
  input: z.object({
    checks: list(z.object({ months: aboveZero('After, months'), isInside: flag('Found inside') }), 'Calibrations', {
      most: 500,
    }),
    target: coverage(),
  }),
  answer: z.object({
    interval: result('Interval'),
    observed: result('Found inside so far'),
    basis: titled(z.string(), 'Rate taken'),
  }),
  example: {
    checks: [
      { months: 12, isInside: true },
      { months: 12, isInside: true },
      { months: 12, isInside: false },
      { months: 12, isInside: true },
      { months: 12, isInside: true },
      { months: 12, isInside: true },
    ],
    target: 0.9,
  },
  work: ({ checks, target }) => {
    const found = reliabilityInterval(checks, target)
    return {
      interval: quantity(found.months, 'months'),
      observed: quantity(found.observedReliability * 100, '%'),
      basis: found.basis,
      workings: [
        {
          finds: 'interval',
          formula: 'T = −ln R / λ',
          from: [worked('R', target, ''), worked('λ', found.failuresPerMonth, '1/month')],
          result: worked('T', found.months, 'months'),
          source: `${ILAC}; exponential model, λ by maximum likelihood`,
        },
      ],
    }
  },
})
