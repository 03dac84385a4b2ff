import { z } from 'zod'
import { type Distribution, standardUncertaintyOf } from '@/core/uncertainty/distribution'
import { compileFormula } from '@/core/uncertainty/formula'
import { MOST_TRIALS, type MonteCarloResult, monteCarlo } from '@/core/uncertainty/monteCarlo'
import { sensitivityOf } from '@/core/uncertainty/sensitivity'
import { worked } from '@/core/workings/workings'
import { coverage, list, optionalResult, quantity, result, seed, titled, words } from '../schema/field'
import { calculation, type Progress, type Worked } from './calculation'

import { DISTINCT, DistributionInput, distinct, InputName, Model } from './modelInputs'

const JCGM101 = 'JCGM 101:2008'

const MonteCarloInput = z
  .object({
    model: Model,
    unit: words('Unit of the result', 20),
    coverage: coverage(),
    trials: titled(
      z.discriminatedUnion('kind', [
        z.object({
          kind: z.literal('adaptive'),
          digits: titled(z.union([z.literal(1), z.literal(2)]), 'Significant digits of u'),
        }),
        z.object({ kind: z.literal('fixed'), count: titled(z.int().gte(1000).lte(MOST_TRIALS), 'Trials') }),
      ]),
      'How many trials',
    ),
    seed: seed(),
    inputs: list(z.object({ name: InputName, distribution: DistributionInput }), 'Inputs', { most: 30 }),
  })
  .refine(({ inputs }) => distinct(inputs), DISTINCT)

const MonteCarloAnswer = z.object({
  mean: result('Mean of the result'),
  standardUncertainty: result('Standard uncertainty u'),
  symmetricLow: result('Interval, as much below as above: from'),
  symmetricHigh: result('… to'),
  shortestLow: result('Shortest interval: from'),
  shortestHigh: result('… to'),
  trials: titled(z.int(), 'Trials'),
  isStable: titled(z.boolean().nullable(), 'The digits stood still'),
  budgetUncertainty: optionalResult('u by the budget, for comparison'),
  histogram: titled(
    z.object({ low: z.number(), binWidth: z.number(), counts: z.array(z.int()).readonly() }),
    'Histogram',
  ),
})
type MonteCarloWorked = Worked<z.output<typeof MonteCarloAnswer>>

export const monteCarloPropagation = calculation({
  name: 'monte-carlo',
  group: 'uncertainty',
  title: 'Monte Carlo propagation',
  summary:
    'The distribution of the result by drawing its inputs, with a fixed count of trials or until the digits stand still.',
  input: MonteCarloInput,
  answer: MonteCarloAnswer,
  example: {
    model: 'k*sqrt(dp)',
    unit: 'm³/h',
    coverage: 0.95,
    trials: { kind: 'adaptive', digits: 2 },
    seed: 20261124,
    inputs: [
      { name: 'k', distribution: { kind: 'normal', mean: 13.42, standardUncertainty: 0.03 } },
      { name: 'dp', distribution: { kind: 'rectangular', mean: 0.62, halfWidth: 0.09 } },
    ],
  },
  work: (input) => {
    const steps = propagate(input)
    for (let step = steps.next(); ; step = steps.next()) if (step.done) return step.value
  },
  inSteps: (input) => propagate(input),
})

function* propagate(input: z.output<typeof MonteCarloInput>): Generator<Progress, MonteCarloWorked, void> {
  const run = monteCarlo(input)
  for (let step = run.next(); ; step = run.next()) {
    if (step.done) return monteCarloAnswer(step.value, input)
    yield { fraction: step.value.fraction, says: `${step.value.trials.toLocaleString('en')} trials` }
  }
}

function monteCarloAnswer(
  drawn: MonteCarloResult,
  { unit, model, inputs, coverage: p }: z.output<typeof MonteCarloInput>,
): MonteCarloWorked {
  const { mean, standardUncertainty, symmetric, shortest, trials, isStable, histogram } = drawn
  const firstOrder = budgetOf(model, inputs)
  return {
    mean: quantity(mean, unit),
    standardUncertainty: quantity(standardUncertainty, unit),
    symmetricLow: quantity(symmetric.low, unit),
    symmetricHigh: quantity(symmetric.high, unit),
    shortestLow: quantity(shortest.low, unit),
    shortestHigh: quantity(shortest.high, unit),
    trials,
    isStable,
    budgetUncertainty: firstOrder === null ? null : quantity(firstOrder, unit),
    histogram: { ...histogram, counts: [...histogram.counts] },
    workings: [
      {
        finds: 'standard uncertainty',
        formula: 'u = √(Σ(yᵣ − ȳ)² / (M − 1))',
        from: [worked('M', trials, 'trials'), worked('ȳ', mean, unit)],
        result: worked('u', standardUncertainty, unit),
        source: `${JCGM101}, 7.6`,
      },
      {
        finds: 'shortest interval',
        formula: 'narrowest of all intervals that hold p · M sorted values',
        from: [worked('p', p, ''), worked('from', shortest.low, unit)],
        result: worked('to', shortest.high, unit),
        source: `${JCGM101}, 7.7.4`,
      },
    ],
  }
}

/** The budget's uncertainty for comparison; none where the model has no value at the means. */
function budgetOf(model: string, inputs: readonly { name: string; distribution: Distribution }[]): number | null {
  const program = compileFormula(
    model,
    inputs.map(({ name }) => name),
  )
  const means = inputs.map(({ distribution }) => distribution.mean)
  try {
    return Math.hypot(
      ...inputs.map(({ distribution }, index) => {
        const standardUncertainty = standardUncertaintyOf(distribution)
        return sensitivityOf(program, means, { index, standardUncertainty }) * standardUncertainty
      }),
    )
  } catch {
    return null // the draws had values, the means alone do not: nothing to compare with
  }
}
