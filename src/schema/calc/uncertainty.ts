import { z } from 'zod'
import { uncertaintyBudget } from '@/core/uncertainty/budget'
import { type Distribution, standardUncertaintyOf } from '@/core/uncertainty/distribution'
import { compileFormula } from '@/core/uncertainty/formula'
import { MOST_TRIALS, type MonteCarloResult, monteCarlo } from '@/core/uncertainty/monteCarlo'
import { modelValue, sensitivityOf } from '@/core/uncertainty/sensitivity'
import { worked } from '@/core/workings/workings'
import {
  aboveZero,
  calculation,
  coverage,
  list,
  number,
  optionalResult,
  type Progress,
  Quantity,
  quantity,
  result,
  seed,
  titled,
  type Worked,
  words,
  zeroOrMore,
} from './calculation'

const JCGM100 = 'JCGM 100:2008'
const JCGM101 = 'JCGM 101:2008'

const DistributionInput = titled(
  z.discriminatedUnion('kind', [
    z.object({
      kind: z.literal('normal'),
      mean: number('Value'),
      standardUncertainty: zeroOrMore('Standard uncertainty'),
    }),
    z.object({ kind: z.literal('rectangular'), mean: number('Value'), halfWidth: zeroOrMore('Half-width') }),
    z.object({ kind: z.literal('triangular'), mean: number('Value'), halfWidth: zeroOrMore('Half-width') }),
    z.object({ kind: z.literal('arcsine'), mean: number('Value'), halfWidth: zeroOrMore('Half-width') }),
    z.object({
      kind: z.literal('trapezoidal'),
      mean: number('Value'),
      halfWidth: zeroOrMore('Half-width'),
      topRatio: zeroOrMore('Top over base'),
    }),
    z.object({
      kind: z.literal('student-t'),
      mean: number('Value'),
      scale: zeroOrMore('Scale'),
      degrees: aboveZero('Degrees of freedom'),
    }),
  ]),
  'Distribution',
)

const InputName = titled(
  z.string().regex(/^[A-Za-zα-ωΑ-Ω_][\wα-ωΑ-Ω]{0,15}$/u, 'begins with a letter, no blanks, 16 characters at most'),
  'Name',
)
const Model = words('Model: the result as a formula of the inputs', 500)

const distinct = (inputs: readonly { name: string }[]) => new Set(inputs.map(({ name }) => name)).size === inputs.length
const DISTINCT = { path: ['inputs'], error: 'has a name twice: give each input its own' }

export const budget = calculation({
  name: 'uncertainty-budget',
  group: 'uncertainty',
  title: 'Uncertainty budget',
  summary:
    'Contributions, combined and expanded uncertainty, effective degrees of freedom, from a model and its inputs.',
  input: z
    .object({
      model: Model,
      unit: words('Unit of the result', 20),
      coverage: coverage(),
      inputs: list(
        z.object({
          name: InputName,
          distribution: DistributionInput,
          degrees: titled(aboveZero('').nullable(), 'Degrees of freedom', 'empty: known without doubt'),
        }),
        'Inputs',
        { most: 30 },
      ),
    })
    .refine(({ inputs }) => distinct(inputs), DISTINCT),
  answer: z.object({
    value: result('Result'),
    expanded: result('Expanded uncertainty U'),
    coverageFactor: titled(z.number(), 'Coverage factor k'),
    combined: result('Combined standard uncertainty u'),
    effectiveDegrees: titled(z.number().nullable(), 'Effective degrees of freedom'),
    lines: titled(
      z.array(
        z.object({
          name: titled(z.string(), 'Input'),
          standardUncertainty: titled(z.number(), 'u(x)'),
          sensitivity: titled(z.number(), 'Sensitivity'),
          contribution: titled(Quantity, 'Contribution'),
          share: titled(Quantity, 'Share'),
        }),
      ),
      'Budget',
    ),
  }),
  example: {
    model: 'p_ref + d_res + rho*g*h/1000',
    unit: 'kPa',
    coverage: 0.9545,
    inputs: [
      { name: 'p_ref', distribution: { kind: 'normal', mean: 64.02, standardUncertainty: 0.009 }, degrees: null },
      { name: 'd_res', distribution: { kind: 'rectangular', mean: 0, halfWidth: 0.005 }, degrees: null },
      { name: 'rho', distribution: { kind: 'rectangular', mean: 998.1, halfWidth: 1.5 }, degrees: null },
      { name: 'g', distribution: { kind: 'rectangular', mean: 9.814, halfWidth: 0.002 }, degrees: null },
      { name: 'h', distribution: { kind: 'normal', mean: 0.18, standardUncertainty: 0.003 }, degrees: 9 },
    ],
  },
  work: ({ model, unit, coverage: probability, inputs }) => {
    const program = compileFormula(
      model,
      inputs.map(({ name }) => name),
    )
    const means = inputs.map(({ distribution }) => distribution.mean)
    const value = modelValue(program, means)
    const lines = inputs.map(({ name, distribution, degrees }, index) => {
      const standardUncertainty = standardUncertaintyOf(distribution)
      return {
        name,
        standardUncertainty,
        degrees,
        sensitivity: sensitivityOf(program, means, { index, standardUncertainty }),
      }
    })
    const worked100 = uncertaintyBudget(lines, probability)
    return {
      value: quantity(value, unit),
      expanded: quantity(worked100.expandedUncertainty, unit),
      coverageFactor: worked100.coverageFactor,
      combined: quantity(worked100.combinedStandardUncertainty, unit),
      effectiveDegrees: worked100.effectiveDegrees,
      lines: worked100.lines.map(({ name, standardUncertainty, sensitivity, contribution, sharePercent }) => ({
        name,
        standardUncertainty,
        sensitivity,
        contribution: quantity(contribution, unit),
        share: quantity(sharePercent, '%'),
      })),
      workings: [
        ...inputs.map(({ name, distribution }, index) =>
          widthStep(name, distribution, lines[index]?.standardUncertainty ?? 0),
        ),
        {
          finds: 'combined standard uncertainty',
          formula: 'u = √Σ(cᵢ · uᵢ)²',
          from: worked100.lines.map(({ name, contribution }) => worked(`|c|·u(${name})`, contribution, unit)),
          result: worked('u', worked100.combinedStandardUncertainty, unit),
          source: `${JCGM100}, 5.1.2`,
        },
        {
          finds: 'coverage factor',
          formula: 'k = t(p, ν), ν = u⁴ / Σ((cᵢ · uᵢ)⁴ / νᵢ), the whole number below',
          from: [
            worked('p', probability, ''),
            ...(worked100.effectiveDegrees === null ? [] : [worked('ν', worked100.effectiveDegrees, '')]),
          ],
          result: worked('k', worked100.coverageFactor, ''),
          source: `${JCGM100}, G.4.1 and G.6.4`,
        },
        {
          finds: 'expanded uncertainty',
          formula: 'U = k · u',
          from: [worked('k', worked100.coverageFactor, ''), worked('u', worked100.combinedStandardUncertainty, unit)],
          result: worked('U', worked100.expandedUncertainty, unit),
          source: `${JCGM100}, 6.2.1`,
        },
      ],
    }
  },
})

function widthStep(name: string, distribution: Distribution, standardUncertainty: number) {
  const step = WIDTHS[distribution.kind]
  const width =
    'halfWidth' in distribution
      ? distribution.halfWidth
      : 'scale' in distribution
        ? distribution.scale
        : distribution.standardUncertainty
  return {
    finds: `standard uncertainty of ${name} (${distribution.kind})`,
    formula: step,
    from: [
      worked('a', width, ''),
      ...('topRatio' in distribution ? [worked('β', distribution.topRatio, '')] : []),
      ...('degrees' in distribution ? [worked('ν', distribution.degrees, '')] : []),
    ],
    result: worked(`u(${name})`, standardUncertainty, ''),
    source: `${JCGM100}, 4.3; ${JCGM101}, table 1`,
  }
}

const WIDTHS: Record<Distribution['kind'], string> = {
  normal: 'u = a',
  rectangular: 'u = a / √3',
  triangular: 'u = a / √6',
  arcsine: 'u = a / √2',
  trapezoidal: 'u = a · √((1 + β²) / 6)',
  'student-t': 'u = a · √(ν / (ν − 2))',
}

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
