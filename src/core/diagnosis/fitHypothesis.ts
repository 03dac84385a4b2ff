import { causeFacts } from './causeTable'
import { derivatives, gradientOf, informationOf, NO_HEALTHY, objectiveOf } from './fitTerms'
import type { DiagnosisData, Hypothesis, Parameter } from './hypothesis'
import { voltsPenalty } from './processHypotheses'
import { departuresOf, type Residuals, residualsOf } from './residuals'
import { logDeterminant, solveNormal } from './smallMatrix'

/** A hypothesis fitted to the readings. */
export type Fit = {
  readonly hypothesis: Hypothesis
  readonly parameters: readonly number[]
  /** What a healthy instrument’s own errors were taken to be beside it, in their standard deviations. */
  readonly healthy: readonly number[]
  /** Squared departures with what a healthy instrument may be off by, in standard deviations squared. */
  readonly chiSquare: number
  readonly residualCount: number
  /** −2·ln of evidence times prior: lower is better. */
  readonly criterion: number
}

/**
 * −2·ln of the evidence for a hypothesis times what it was worth before, by Laplace's approximation with a normal prior
 * for every parameter and for the small errors that a healthy instrument has:
 * χ² + Σ((p − μ)/s)² + 2·Σ ln(noise) + ln det(I + S·JᵀJ) − 2·ln(prior).
 * The prior’s precision stands beside JᵀJ, so that a parameter that the readings do not determine neither costs nor pays.
 *
 * Source: D. J. C. MacKay, Neural Computation 4 (1992) 415 (evidence and Occam factor); Gauss–Newton steps with
 * Levenberg's damping for the parameters.
 */
export function fitHypothesis(hypothesis: Hypothesis, data: DiagnosisData): Fit {
  const best = bestFit(hypothesis, data)
  const { parameters: priors, weight, cause } = hypothesis
  const ownPrior = priors.reduce(
    (sum, { mean, deviation }, k) => sum + (((best.p[k] ?? mean) - mean) / deviation) ** 2,
    0,
  )
  const chiSquare = best.objective - ownPrior
  const criterion =
    best.objective +
    2 * best.residuals.logNoise +
    logDeterminant(best.information) +
    priors.reduce((sum, { deviation }) => sum + 2 * Math.log(deviation), 0) +
    leftOutFactor(hypothesis, data.context.noisePercent) +
    voltsPenalty(hypothesis, data) -
    2 * Math.log(weight * causeFacts(cause).commonness)
  return {
    hypothesis,
    parameters: best.p,
    healthy: best.healthy,
    chiSquare,
    residualCount: best.residuals.normalised.length,
    criterion,
  }
}

/** A reading that is doubted could have been anything within a width: its value is a parameter fitted to itself. */
const leftOutFactor = ({ leavesOut }: Hypothesis, noisePercent: number) =>
  leavesOut ? 2 * Math.log(leavesOut.widthPercent / noisePercent) - Math.log(2 * Math.PI) : 0

const MOST_STEPS = 12

type Best = {
  p: readonly number[]
  healthy: readonly number[]
  objective: number
  residuals: Residuals
  information: number[][]
}

/** The most probable parameters, together with the most probable small errors of a healthy instrument. */
function bestFit(hypothesis: Hypothesis, data: DiagnosisData): Best {
  const priors = hypothesis.parameters
  const residuals = (at: readonly number[]) => residualsOf(hypothesis, at, data)
  const bare = (at: readonly number[]) => departuresOf(hypothesis, at, data).normalised
  let p = bestStart(priors, (at) => objectiveOf({ normalised: bare(at), healthy: [] }, NO_HEALTHY, at, priors))
  let healthy: readonly number[] = NO_HEALTHY
  let current = residuals(p)
  let objective = objectiveOf(current, healthy, p, priors)
  let jacobian = derivatives(p, current, bare)
  let information = informationOf(jacobian, priors)
  let damping = 1e-6
  for (let step = 0; step < MOST_STEPS; step++) {
    const change = solveNormal(information, gradientOf(jacobian, current, { p, healthy, priors }), damping)
    const candidate = p.map((value, k) => clamped(value - (change[k] ?? 0), priors[k]))
    const nextHealthy = healthy.map((value, k) => value - (change[priors.length + k] ?? 0))
    const next = residuals(candidate)
    const nextObjective = objectiveOf(next, nextHealthy, candidate, priors)
    if (nextObjective < objective) {
      const gain = objective - nextObjective
      p = candidate
      healthy = nextHealthy
      current = next
      objective = nextObjective
      damping = Math.max(1e-9, damping / 10)
      if (gain < 1e-3) break // the Jacobian hardly moved either
      jacobian = derivatives(p, current, bare)
      information = informationOf(jacobian, priors)
    } else {
      damping = Math.max(1e-3, damping * 100)
      if (damping > 1e4) break
    }
  }
  return { p, healthy, objective, residuals: current, information }
}

const clamped = (value: number, prior: Parameter | undefined) =>
  prior ? Math.min(prior.high, Math.max(prior.low, value)) : value

/** The best of the places to start from. */
function bestStart(priors: readonly Parameter[], size: (at: readonly number[]) => number): number[] {
  const start = priors.map((prior) => clamped(prior.mean, prior))
  const others = priors.flatMap(({ otherStarts = [], low, high }, k) =>
    otherStarts.map((value) => start.with(k, Math.min(high, Math.max(low, value)))),
  )
  if (others.length === 0) return start
  let best = start
  let least = size(start)
  for (const next of others) {
    const found = size(next)
    if (found < least) [best, least] = [next, found]
  }
  return best
}
