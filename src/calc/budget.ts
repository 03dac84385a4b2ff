import { z } from 'zod'
import { uncertaintyBudget } from '@/core/uncertainty/budget'
import { type Distribution, standardUncertaintyOf } from '@/core/uncertainty/distribution'
import { compileFormula } from '@/core/uncertainty/formula'
import { modelValue, sensitivityOf } from '@/core/uncertainty/sensitivity'
import { worked } from '@/core/workings/workings'
import { aboveZero, coverage, list, number, Quantity, quantity, result, titled, words } from '../schema/field'
import { calculation } from './calculation'

import { DISTINCT, DistributionInput, distinct, InputName, Model } from './modelInputs'

const JCGM100 = 'JCGM 100:2008'
const JCGM101 = 'JCGM 101:2008'

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
      correlations: titled(
        z
          .array(
            z.object({
              first: InputName,
              second: titled(InputName, 'and'),
              coefficient: number('Correlation, −1 … 1'),
            }),
          )
          .max(100)
          .default([]),
        'Inputs that vary together',
      ),
    })
    .refine(({ inputs }) => distinct(inputs), DISTINCT)
    .superRefine(({ inputs, correlations }, ctx) => {
      for (const [index, pair] of correlations.entries())
        for (const key of ['first', 'second'] as const)
          if (!inputs.some(({ name }) => name === pair[key]))
            ctx.addIssue({
              code: 'custom',
              path: ['correlations', index, key],
              message: `“${pair[key]}” is none of the inputs: name one of ${inputs.map(({ name }) => name).join(', ')}`,
            })
    }),
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
    correlations: [],
  },
  work: ({ model, unit, coverage: probability, inputs, correlations }) => {
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
    const place = (name: string) => inputs.findIndex((input) => input.name === name)
    const worked100 = uncertaintyBudget(
      lines,
      probability,
      correlations.map(({ first, second, coefficient }) => ({
        ...{ first: place(first), second: place(second), coefficient },
      })),
    )
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
          formula:
            correlations.length === 0 ? 'u = √Σ(cᵢ · uᵢ)²' : 'u = √(Σ(cᵢ · uᵢ)² + 2 · ΣΣ cᵢ · uᵢ · cⱼ · uⱼ · rᵢⱼ)',
          from: [
            ...worked100.lines.map(({ name, contribution }) => worked(`|c|·u(${name})`, contribution, unit)),
            ...correlations.map(({ first, second, coefficient }) => worked(`r(${first}, ${second})`, coefficient, '')),
          ],
          result: worked('u', worked100.combinedStandardUncertainty, unit),
          source: `${JCGM100}, ${correlations.length === 0 ? '5.1.2' : '5.2.2'}`,
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
