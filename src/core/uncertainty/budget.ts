import { Refusal } from '../refusal'
import { coverageFactorT } from '../statistics/studentT'

/** One line of a budget. `degrees` null means known without doubt (infinitely many). */
export type BudgetInput = {
  readonly name: string
  /** Standard uncertainty in the input's own unit. */
  readonly standardUncertainty: number
  /** Change of the result per change of the input, in the units of both. */
  readonly sensitivity: number
  readonly degrees: number | null
}

export type BudgetLine = BudgetInput & {
  /** |sensitivity| · standard uncertainty, in the unit of the result. */
  readonly contribution: number
  /** Its share of the combined variance, %. */
  readonly sharePercent: number
}

/** Two inputs, by their place in the budget, that do not vary independently; coefficient from −1 to 1. */
export type Correlation = { readonly first: number; readonly second: number; readonly coefficient: number }

export type Budget = {
  readonly lines: readonly BudgetLine[]
  readonly combinedStandardUncertainty: number
  /** Null means infinitely many. */
  readonly effectiveDegrees: number | null
  readonly coverageFactor: number
  readonly expandedUncertainty: number
}

/**
 * An uncertainty budget.
 * Combined: u = √(Σ(cᵢuᵢ)² + 2ΣΣcᵢcⱼuᵢuⱼrᵢⱼ), the second sum over the correlated pairs. Effective degrees of freedom: Welch–Satterthwaite, ν = u⁴ / Σ((cᵢuᵢ)⁴/νᵢ), truncated to the
 * whole number below for the coverage factor, as G.4.1 says. Expanded: U = k·u with k from Student's t.
 *
 * Source: JCGM 100:2008, 5.1.2, 5.2.2, G.4.1, G.6.4. The effective degrees of freedom are those of independent inputs
 * (G.4.1), so that correlated ones must be known without doubt.
 *
 * @param coverage probability, for example 0.9545
 * @throws {Refusal} without lines, for a negative uncertainty, when nothing is uncertain, and for correlations that no
 *   inputs can have
 */
export function uncertaintyBudget(
  inputs: readonly BudgetInput[],
  coverage: number,
  correlations: readonly Correlation[] = [],
): Budget {
  if (inputs.length === 0) throw new Refusal('inputs', 'the budget has no lines', 'enter at least one')
  for (const [index, { standardUncertainty, degrees }] of inputs.entries()) {
    if (!(standardUncertainty >= 0))
      throw new Refusal(
        `inputs.${index}.standardUncertainty`,
        `${standardUncertainty} is below zero`,
        'enter zero or more',
      )
    if (degrees !== null && !(degrees > 0))
      throw new Refusal(
        `inputs.${index}.degrees`,
        `${degrees} degrees of freedom`,
        'enter a number above zero, or none',
      )
  }
  const contributions = inputs.map(
    ({ sensitivity, standardUncertainty }) => Math.abs(sensitivity) * standardUncertainty,
  )
  const combined = Math.sqrt(Math.hypot(...contributions) ** 2 + correlatedVariance(inputs, correlations))
  if (combined === 0) throw new Refusal('inputs', 'every contribution is zero', 'enter what is not known exactly')
  const degrees = effectiveDegrees(inputs, contributions, combined)
  const whole = degrees === null ? Number.POSITIVE_INFINITY : Math.max(1, Math.floor(degrees))
  const coverageFactor = coverageFactorT(coverage, whole)
  return {
    lines: inputs.map((input, index) => {
      const contribution = contributions[index] ?? 0
      return { ...input, contribution, sharePercent: 100 * (contribution / combined) ** 2 }
    }),
    combinedStandardUncertainty: combined,
    effectiveDegrees: degrees,
    coverageFactor,
    expandedUncertainty: coverageFactor * combined,
  }
}

/** 2ΣΣcᵢcⱼuᵢuⱼrᵢⱼ over the correlated pairs. */
function correlatedVariance(inputs: readonly BudgetInput[], correlations: readonly Correlation[]): number {
  const signed = inputs.map(({ sensitivity, standardUncertainty }) => sensitivity * standardUncertainty)
  const pairs = new Set<string>()
  for (const [index, { first, second, coefficient }] of correlations.entries()) {
    const refuse = (reason: string, remedy: string) => {
      throw new Refusal(`correlations.${index}.coefficient`, reason, remedy)
    }
    const pair = [first, second].toSorted((a, b) => a - b).join()
    if (first === second) refuse('is between an input and itself, which is always 1', 'name two inputs')
    if (pairs.has(pair)) refuse('is given twice for the same two inputs', 'leave one out')
    pairs.add(pair)
    if (!(Math.abs(coefficient) <= 1)) refuse(`${coefficient} is no correlation`, 'enter −1 to 1')
    if (inputs[first]?.degrees !== null || inputs[second]?.degrees !== null)
      refuse(
        'is given for an input with degrees of freedom, which then have no common number (JCGM 100, G.4.1)',
        'leave the degrees of freedom of correlated inputs empty',
      )
  }
  if (correlations.length > 0 && !isPossible(inputs.length, correlations))
    throw new Refusal(
      'correlations',
      'cannot hold together: no inputs vary so with each other',
      'check the signs, and that two inputs that both go with a third do not go against each other',
    )
  return correlations.reduce(
    (sum, { first, second, coefficient }) => sum + 2 * (signed[first] ?? 0) * (signed[second] ?? 0) * coefficient,
    0,
  )
}

/** Whether a matrix of correlations is positive semi-definite: by Cholesky, with room for what rounding takes away. */
function isPossible(count: number, correlations: readonly Correlation[]): boolean {
  const matrix = Array.from({ length: count }, (_, row) =>
    Array.from({ length: count }, (_, column) => (row === column ? 1 + 1e-9 : 0)),
  )
  const at = (row: number, column: number) => matrix[row]?.[column] ?? 0
  for (const { first, second, coefficient } of correlations)
    for (const [row, column] of [
      [first, second],
      [second, first],
    ] as const)
      (matrix[row] ?? [])[column] = coefficient
  const lower: number[][] = []
  for (let row = 0; row < count; row++) {
    const line: number[] = []
    for (let column = 0; column <= row; column++) {
      const known = line.reduce(
        (sum, value, k) => sum + value * (column === row ? value : (lower[column]?.[k] ?? 0)),
        0,
      )
      const rest = at(row, column) - known
      if (column === row && rest < 0) return false
      line.push(column === row ? Math.sqrt(rest) : rest / (lower[column]?.[column] || Number.POSITIVE_INFINITY))
    }
    lower.push(line)
  }
  return true
}

function effectiveDegrees(
  inputs: readonly BudgetInput[],
  contributions: readonly number[],
  combined: number,
): number | null {
  const sum = inputs.reduce((total, { degrees }, index) => {
    if (degrees === null) return total
    return total + ((contributions[index] ?? 0) / combined) ** 4 / degrees
  }, 0)
  // Below one part in 10⁷ the factor is the normal one to every digit shown.
  return sum < 1e-7 ? null : 1 / sum
}
