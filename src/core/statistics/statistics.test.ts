import { describe, expect, test } from 'vitest'
import { reference, relativeDifference } from '../../../tests/support/reference'
import { normalCdf, normalQuantile } from './normal'
import { randomStream } from './randomStream'
import { coverageFactorT, studentTCdf } from './studentT'

type NormalCase = { cdf: { z: number; cdf: number }[]; quantile: { p: number; z: number }[] }
const normal = reference<NormalCase>('normal')
const student = reference<{ coverage: number; degrees: number; factor: number }>('studentT')
const [normalCases] = normal.cases

describe(`normal distribution beside ${normal.source}`, () => {
  test.each(normalCases?.cdf ?? [])('below $z', ({ z, cdf }) => {
    expect(relativeDifference(normalCdf(z), cdf)).toBeLessThan(1e-12)
  })
  test.each(normalCases?.quantile ?? [])('quantile of $p', ({ p, z }) => {
    expect(Math.abs(normalQuantile(p) - z)).toBeLessThan(1e-10)
  })
  test('a probability of 1 has no quantile', () => expect(() => normalQuantile(1)).toThrow('not between 0 and 1'))
})

describe(`coverage factors beside ${student.source}`, () => {
  test.each(student.cases)('$coverage with $degrees degrees', ({ coverage, degrees, factor }) => {
    // That version's stdtrit stops its search at about 2e-9.
    expect(relativeDifference(coverageFactorT(coverage, degrees), factor)).toBeLessThan(5e-9)
  })
  test('JCGM 100:2008, table G.2 (from memory): 95 % with 5 degrees 2.57, 99 % with 16 degrees 2.92', () => {
    expect(coverageFactorT(0.95, 5)).toBeCloseTo(2.57, 2)
    expect(coverageFactorT(0.99, 16)).toBeCloseTo(2.92, 2)
  })
  test('the distribution is that of its own quantile', () => {
    for (const degrees of [1, 4.5, 30])
      expect(studentTCdf(coverageFactorT(0.9, degrees), degrees)).toBeCloseTo(0.95, 12)
  })
  test.each([0, 1, -0.1, 1.5, Number.NaN])('refuses a coverage of %d', (coverage) => {
    expect(() => coverageFactorT(coverage, 5)).toThrow('not between 0 and 1')
  })
  test('refuses no degrees', () => expect(() => coverageFactorT(0.95, 0)).toThrow('degrees of freedom'))
})

describe('random stream', () => {
  /** Kolmogorov–Smirnov distance; above 1.95/√n it would happen once in a thousand (Smirnov’s table, from memory). */
  const distance = (values: Float64Array, cdf: (x: number) => number) =>
    values.toSorted().reduce((worst, x, i) => Math.max(worst, Math.abs(cdf(x) - i / values.length)), 0)
  const n = 200_000
  const draw = (pick: 'uniform' | 'normal', seed: number) => Float64Array.from({ length: n }, randomStream(seed)[pick])

  test.each([1, 7, 20261124])('seed %d: normal values are normal', (seed) => {
    expect(distance(draw('normal', seed), normalCdf)).toBeLessThan(1.95 / Math.sqrt(n))
  })
  test.each([1, 7, 20261124])('seed %d: uniform values are uniform', (seed) => {
    expect(distance(draw('uniform', seed), (x) => x)).toBeLessThan(1.95 / Math.sqrt(n))
  })
  test('beyond 3.5 standard deviations there are as many as there should be', () => {
    const beyond = draw('normal', 3).filter((z) => Math.abs(z) > 3.5).length
    const expected = 2 * normalCdf(-3.5) * n // Poisson: within four standard deviations
    expect(Math.abs(beyond - expected)).toBeLessThan(4 * Math.sqrt(expected))
  })
  test('the same seed gives the same numbers, another seed others', () => {
    expect(draw('normal', 5).slice(0, 50)).toEqual(draw('normal', 5).slice(0, 50))
    expect(draw('normal', 5).slice(0, 50)).not.toEqual(draw('normal', 6).slice(0, 50))
  })
})
