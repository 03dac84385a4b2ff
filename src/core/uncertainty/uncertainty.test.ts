import { describe, expect, test } from 'vitest'
import { reference, relativeDifference } from '../../../tests/support/reference'
import { uncertaintyBudget } from './budget'
import { type Distribution, standardUncertaintyOf } from './distribution'
import { evaluateFormula } from './evaluateFormula'
import { compileFormula } from './formula'
import { monteCarlo, runMonteCarlo } from './monteCarlo'
import { modelValue, sensitivityOf } from './sensitivity'

describe('JCGM 100:2008, H.1, end-gauge calibration (values from memory)', () => {
  const budget = uncertaintyBudget(
    [
      { name: 'standard', standardUncertainty: 25, sensitivity: 1, degrees: 18 },
      { name: 'difference', standardUncertainty: 9.7, sensitivity: 1, degrees: 25.6 },
      { name: 'expansion coefficients', standardUncertainty: 2.9, sensitivity: 1, degrees: 50 },
      { name: 'temperatures', standardUncertainty: 16.6, sensitivity: 1, degrees: 2 },
    ],
    0.99,
  )
  test('combined 32 nm, 16 effective degrees, factor 2.92, expanded 93 nm', () => {
    expect(budget.combinedStandardUncertainty).toBeCloseTo(32, 0)
    expect(Math.floor(budget.effectiveDegrees ?? 0)).toBe(16)
    expect(budget.coverageFactor).toBeCloseTo(2.92, 2)
    expect(budget.expandedUncertainty).toBeCloseTo(93, 0)
  })
  test('shares of the variance make a hundred per cent', () => {
    expect(budget.lines.reduce((sum, line) => sum + line.sharePercent, 0)).toBeCloseTo(100, 9)
  })
  test('refuses an empty budget, a negative line, nothing uncertain', () => {
    const line = { name: 'a', standardUncertainty: 0, sensitivity: 1, degrees: null }
    expect(() => uncertaintyBudget([], 0.95)).toThrow('no lines')
    expect(() => uncertaintyBudget([{ ...line, standardUncertainty: -1 }], 0.95)).toThrow(
      'inputs.0.standardUncertainty',
    )
    expect(() => uncertaintyBudget([line], 0.95)).toThrow('every contribution is zero')
  })
})

type PropagationCase = {
  name: string
  formula: string
  value: number
  standardUncertainty: number
  inputs: { name: string; mean: number; standardUncertainty: number; sensitivity: number }[]
}
const propagation = reference<PropagationCase>('propagation')
describe('JCGM 100:2008, H.2, resistance and reactance measured at once (values from memory)', () => {
  const [volts, amperes, phase] = [4.999, 19.661e-3, 1.04446]
  const inputs = (sensitivities: readonly number[]) =>
    [0.0032, 0.0095e-3, 0.00075].map((standardUncertainty, index) => ({
      ...{ name: 'VIφ'[index] ?? '', standardUncertainty, degrees: null },
      sensitivity: sensitivities[index] ?? 0,
    }))
  const correlations = [
    { first: 0, second: 1, coefficient: -0.36 },
    { first: 0, second: 2, coefficient: 0.86 },
    { first: 1, second: 2, coefficient: -0.65 },
  ]
  const u = (sensitivities: readonly number[]) =>
    uncertaintyBudget(inputs(sensitivities), 0.95, correlations).combinedStandardUncertainty
  const z = volts / amperes
  test.each([
    ['R', [Math.cos(phase) / amperes, (-z * Math.cos(phase)) / amperes, -z * Math.sin(phase)], 0.071],
    ['X', [Math.sin(phase) / amperes, (-z * Math.sin(phase)) / amperes, z * Math.cos(phase)], 0.295],
    ['Z', [1 / amperes, -z / amperes, 0], 0.236],
  ])('u(%s)', (_name, sensitivities, ohms) => {
    expect(Math.abs(u(sensitivities) - ohms)).toBeLessThan(0.002) // the correlations are given with two digits
  })
  test('correlations that no inputs can have are refused', () => {
    const three = inputs([1, 1, 1])
    const of = (...given: [number, number, number][]) =>
      uncertaintyBudget(
        three,
        0.95,
        given.map(([first, second, coefficient]) => ({ first, second, coefficient })),
      )
    expect(() => of([0, 1, 0.9], [1, 2, 0.9], [0, 2, -0.9])).toThrow('cannot hold together')
    expect(() => of([0, 0, 1])).toThrow('itself')
    expect(() => of([0, 1, 0.2], [1, 0, 0.3])).toThrow('given twice')
    expect(of([0, 1, 1], [1, 2, 1], [0, 2, 1]).combinedStandardUncertainty).toBeCloseTo(
      three.reduce((sum, { standardUncertainty }) => sum + standardUncertainty, 0),
      9,
    )
    const finite = [{ ...three[0], degrees: 5 }, three[1]] as typeof three
    expect(() => uncertaintyBudget(finite, 0.95, [{ first: 0, second: 1, coefficient: 0.5 }])).toThrow('G.4.1')
  })
})

describe(`sensitivities and combined uncertainty beside ${propagation.source}`, () => {
  test.each(propagation.cases)('$name: $formula', ({ formula, inputs, value, standardUncertainty }) => {
    const program = compileFormula(
      formula,
      inputs.map(({ name }) => name),
    )
    const means = inputs.map(({ mean }) => mean)
    const lines = inputs.map((input, index) => ({
      ...input,
      degrees: null,
      sensitivity: sensitivityOf(program, means, { index, standardUncertainty: input.standardUncertainty }),
    }))
    expect(relativeDifference(modelValue(program, means), value)).toBeLessThan(1e-12)
    for (const [index, { sensitivity }] of inputs.entries())
      expect(relativeDifference(lines[index]?.sensitivity ?? 0, sensitivity)).toBeLessThan(1e-4)
    expect(
      relativeDifference(uncertaintyBudget(lines, 0.95).combinedStandardUncertainty, standardUncertainty),
    ).toBeLessThan(1e-4)
  })
})

describe('Monte Carlo: JCGM 101:2008, 9.2, additive model of four inputs (values from memory)', () => {
  const normal: Distribution = { kind: 'normal', mean: 0, standardUncertainty: 1 }
  const rectangular = (u: number): Distribution => ({ kind: 'rectangular', mean: 0, halfWidth: u * Math.sqrt(3) })
  const inputs = (list: Distribution[]) => list.map((distribution, index) => ({ name: `x${index + 1}`, distribution }))
  test.each<[string, Distribution[], u: number, end: number, digits: number]>([
    ['9.2.2: four normal inputs, 2.00, ±3.92', [normal, normal, normal, normal], 2, 3.92, 1],
    ['9.2.3: four rectangular inputs, 2.00, ±3.88', [1, 1, 1, 1].map(rectangular), 2, 3.88, 1],
    ['9.2.4: one ten times as wide, 10.1, ±17.0', [1, 1, 1, 10].map(rectangular), Math.sqrt(103), 17, 0],
  ])('%s', (_, list, u, end, digits) => {
    const result = runMonteCarlo({
      model: 'x1 + x2 + x3 + x4',
      inputs: inputs(list),
      coverage: 0.95,
      seed: 42,
      trials: { kind: 'fixed', count: 400_000 },
    })
    expect(result.standardUncertainty).toBeCloseTo(u, digits + 1)
    for (const interval of [result.symmetric, result.shortest]) {
      expect(interval.low).toBeCloseTo(-end, digits)
      expect(interval.high).toBeCloseTo(end, digits)
    }
    expect(result.mean).toBeCloseTo(0, digits)
  })
  test('7.9: the adaptive run stops when two digits of u stand still', () => {
    const task = {
      model: 'x1 + x2 + x3 + x4',
      inputs: inputs([normal, normal, normal, normal]),
      coverage: 0.95,
      seed: 7,
    }
    const result = runMonteCarlo({ ...task, trials: { kind: 'adaptive', digits: 2 } })
    expect(result.isStable).toBe(true)
    expect(result.standardUncertainty).toBeCloseTo(2, 1)
    expect(result.symmetric.high).toBeCloseTo(3.92, 0)
    expect(runMonteCarlo({ ...task, trials: { kind: 'adaptive', digits: 1 } }).trials).toBeLessThanOrEqual(
      result.trials,
    )
  })
  test('the same seed gives the same result; progress ends at one', () => {
    const task = {
      model: 'x1*x2',
      inputs: inputs([normal, rectangular(2)]),
      coverage: 0.9,
      seed: 3,
      trials: { kind: 'fixed' as const, count: 30_000 },
    }
    expect(runMonteCarlo(task)).toEqual(runMonteCarlo(task))
    expect([...monteCarlo(task)].map(({ fraction }) => fraction)).toEqual([1 / 3, 2 / 3, 1])
  })
  test.each<[string, Distribution]>([
    ['normal', normal],
    ['rectangular', rectangular(1.3)],
    ['triangular', { kind: 'triangular', mean: 2, halfWidth: 3 }],
    ['arcsine', { kind: 'arcsine', mean: -1, halfWidth: 2 }],
    ['trapezoidal', { kind: 'trapezoidal', mean: 0, halfWidth: 2, topRatio: 0.4 }],
    ['student-t', { kind: 'student-t', mean: 1, scale: 0.5, degrees: 12 }],
  ])('%s: what is drawn has the standard uncertainty of JCGM 101:2008, table 1', (_, distribution) => {
    const result = runMonteCarlo({
      model: 'x1',
      inputs: inputs([distribution]),
      coverage: 0.95,
      seed: 11,
      trials: { kind: 'fixed', count: 400_000 },
    })
    expect(relativeDifference(result.standardUncertainty, standardUncertaintyOf(distribution))).toBeLessThan(5e-3)
    expect(Math.abs(result.mean - distribution.mean)).toBeLessThan(5e-3 * result.standardUncertainty * 2)
  })
  test('refuses a model without a value, and unreasonable trials', () => {
    const task = { model: 'ln(x1)', inputs: inputs([normal]), coverage: 0.95, seed: 1 }
    expect(() => runMonteCarlo({ ...task, trials: { kind: 'fixed', count: 5000 } })).toThrow(
      'has no value for some of the inputs',
    )
    expect(() => runMonteCarlo({ ...task, trials: { kind: 'fixed', count: 10 } })).toThrow('whole number')
  })
})

describe('Monte Carlo beside closed forms', () => {
  const normal = (mean: number, u: number): Distribution => ({ kind: 'normal', mean, standardUncertainty: u })
  const run = (model: string, list: Distribution[], coverage = 0.95) =>
    runMonteCarlo({
      model,
      inputs: list.map((distribution, index) => ({ name: `x${index + 1}`, distribution })),
      coverage,
      seed: 5,
      trials: { kind: 'fixed', count: 400_000 },
    })
  test('JCGM 101:2008, 9.4.2: comparison loss x1² + x2² about zero is σ²·χ² with two degrees, far from normal', () => {
    const result = run('x1^2 + x2^2', [normal(0, 0.005), normal(0, 0.005)])
    expect(result.mean * 1e6).toBeCloseTo(50, 0) // 2σ²
    expect(result.standardUncertainty * 1e6).toBeCloseTo(50, 0) // 2σ², where the budget says 0
    expect(result.shortest.low * 1e6).toBeCloseTo(0, 0)
    expect(result.shortest.high / (-2 * 0.005 ** 2 * Math.log(0.05))).toBeCloseTo(1, 2) // 149.8e-6
  })
  test('the exponential of a normal value is log-normal: mean e^(μ + σ²/2), median e^μ', () => {
    const result = run('exp(x1)', [normal(1, 0.3)])
    expect(relativeDifference(result.mean, Math.exp(1 + 0.045))).toBeLessThan(3e-3)
    const variance = (Math.exp(0.09) - 1) * Math.exp(2 + 0.09)
    expect(relativeDifference(result.standardUncertainty, Math.sqrt(variance))).toBeLessThan(1e-2)
    // Quantiles go through any rising function: 97.5 % of e^x is e to the 97.5 % of x.
    expect(relativeDifference(result.symmetric.high, Math.exp(1 + 1.95996 * 0.3))).toBeLessThan(1e-2)
    expect(result.shortest.high - result.shortest.low).toBeLessThan(result.symmetric.high - result.symmetric.low)
  })
  test('a rectangle alone: 95 % of it is 95 % of its width', () => {
    const { symmetric } = run('x1', [{ kind: 'rectangular', mean: 10, halfWidth: 2 }])
    expect(symmetric.low).toBeCloseTo(8.1, 1)
    expect(symmetric.high).toBeCloseTo(11.9, 1)
  })
  test('the histogram holds nearly every trial, and is symmetric for a symmetric result', () => {
    const { histogram, trials } = run('x1', [normal(0, 1)])
    const total = histogram.counts.reduce((sum, count) => sum + count, 0)
    expect(total / trials).toBeGreaterThan(0.997)
    const half = histogram.counts.length / 2
    const left = histogram.counts.slice(0, half).reduce((sum, count) => sum + count, 0)
    expect(left / total).toBeCloseTo(0.5, 1)
  })
})

describe('formulas: the usual rules of arithmetic', () => {
  test.each<[string, number]>([
    ['2 + 3 * 4', 14],
    ['(2 + 3) * 4', 20],
    ['-2^2', -4],
    ['2^3^2', 512],
    ['8 / 4 / 2', 1],
    ['1 - 2 - 3', -4],
    ['sqrt(16) + ln(exp(2)) + log10(1000)', 9],
    ['a*b − c', 1],
    ['2^-1', 0.5],
    ['cos(pi)', -1],
    ['1.5e-3 * 2', 0.003],
  ])('%s = %d', (formula, value) => {
    expect(evaluateFormula(compileFormula(formula, ['a', 'b', 'c']), [2, 3, 5])).toBeCloseTo(value, 12)
  })
  test.each([
    ['', 'it ends'],
    ['a +', 'it ends'],
    ['(a', 'bracket'],
    ['a b', 'is not expected'],
    ['q', 'neither an input nor a function'],
    ['sqrt a', 'needs its argument in brackets'],
    ['a $ b', 'cannot be read'],
    ['constructor', 'neither an input nor a function'],
    ['('.repeat(600), 'characters long'],
  ])('%j is refused', (formula, reason) => {
    expect(() => compileFormula(formula, ['a', 'b', 'c'])).toThrow(reason)
  })
})
