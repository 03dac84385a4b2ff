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

export type Budget = {
  readonly lines: readonly BudgetLine[]
  readonly combinedStandardUncertainty: number
  /** Null means infinitely many. */
  readonly effectiveDegrees: number | null
  readonly coverageFactor: number
  readonly expandedUncertainty: number
}

/**
 * An uncertainty budget of uncorrelated inputs.
 * Combined: u = √Σ(cᵢuᵢ)². Effective degrees of freedom: Welch–Satterthwaite, ν = u⁴ / Σ((cᵢuᵢ)⁴/νᵢ), truncated to the
 * whole number below for the coverage factor, as G.4.1 says. Expanded: U = k·u with k from Student's t.
 *
 * Source: JCGM 100:2008, 5.1.2, G.4.1, G.6.4.
 *
 * @param coverage probability, for example 0.9545
 * @throws {Refusal} without lines, for a negative uncertainty, or when nothing is uncertain
 */
export function uncertaintyBudget(inputs: readonly BudgetInput[], coverage: number): Budget {
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
  const combined = Math.hypot(...contributions)
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
