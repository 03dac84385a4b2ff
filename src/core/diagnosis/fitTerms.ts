import type { Parameter } from './hypothesis'
import { HEALTHY_COUNT, type Residuals } from './residuals'
import { dot } from './smallMatrix'

/** Change of every residual with each parameter. */
type Jacobian = readonly (readonly number[])[]

/** No error of a healthy instrument, in standard deviations of each. */
export const NO_HEALTHY: readonly number[] = Array.from({ length: HEALTHY_COUNT }, () => 0)

/** Squares of what is left, of how far the parameters lie from their priors, and of the healthy errors in theirs. */
export function objectiveOf(
  { normalised, healthy: effects }: Pick<Residuals, 'normalised' | 'healthy'>,
  healthy: readonly number[],
  p: readonly number[],
  priors: readonly Parameter[],
): number {
  // Loops rather than folds here and below: this is nine tenths of the time of a diagnosis.
  let sum = dot(healthy, healthy)
  for (let n = 0; n < normalised.length; n++)
    sum += ((normalised[n] ?? 0) - dot(effects[n] ?? NO_HEALTHY, healthy)) ** 2
  for (let k = 0; k < priors.length; k++) {
    const prior = priors[k]
    if (prior) sum += (((p[k] ?? prior.mean) - prior.mean) / prior.deviation) ** 2
  }
  return sum
}

/** Columns of the parameters by differences, then those of the healthy errors, which are linear. */
export function derivatives(
  at: readonly number[],
  { normalised, healthy }: Residuals,
  residuals: (at: readonly number[]) => readonly number[],
): Jacobian {
  const ofParameters = at.map((value, k) => {
    const h = 1e-4 * Math.max(1, Math.abs(value))
    return residuals(at.with(k, value + h)).map((residual, n) => (residual - (normalised[n] ?? 0)) / h)
  })
  const ofHealthy = NO_HEALTHY.map((_, k) => healthy.map((row) => -(row[k] ?? 0)))
  return [...ofParameters, ...ofHealthy]
}

/** JᵀJ with the precision of every prior. */
export function informationOf(jacobian: Jacobian, priors: readonly Parameter[]): number[][] {
  const matrix = jacobian.map(() => jacobian.map(() => 0))
  for (let i = 0; i < jacobian.length; i++) {
    const row = matrix[i] ?? []
    for (let j = 0; j <= i; j++) {
      const product = dot(jacobian[i] ?? [], jacobian[j] ?? []) + (i === j ? 1 / (priors[i]?.deviation ?? 1) ** 2 : 0)
      row[j] = product
      const mirrored = matrix[j]
      if (mirrored) mirrored[i] = product
    }
  }
  return matrix
}

/** Half the gradient of the objective: by each parameter, then by each error of a healthy instrument. */
export function gradientOf(
  jacobian: Jacobian,
  { normalised, healthy: effects }: Residuals,
  { p, healthy, priors }: { p: readonly number[]; healthy: readonly number[]; priors: readonly Parameter[] },
): number[] {
  const left = normalised.map((residual, n) => residual - dot(effects[n] ?? NO_HEALTHY, healthy))
  return jacobian.map((row, k) => {
    const prior = priors[k]
    const pull = prior ? ((p[k] ?? prior.mean) - prior.mean) / prior.deviation ** 2 : (healthy[k - priors.length] ?? 0)
    return dot(row, left) + pull
  })
}
