import type { DiagnosisData, Hypothesis } from './hypothesis'
import { residualsOf } from './residuals'

/** A hypothesis fitted to the readings. */
export type Fit = {
  readonly hypothesis: Hypothesis
  readonly parameters: readonly number[]
  /** Sum of squared departures, in standard deviations squared. */
  readonly chiSquare: number
  readonly residualCount: number
  /** The criterion: lower is better. */
  readonly criterion: number
}

/**
 * The stated criterion: −2·ln of the evidence for the hypothesis, by Laplace's approximation with a flat prior for each
 * parameter between its bounds: χ² + 2·Σ ln(noise) + ln det(JᵀJ / 2π) + 2·Σ ln(width) + what a choice among equal
 * alternatives costs. A parameter must pay for how finely the readings fix it within what it could have been.
 *
 * Source: D. J. C. MacKay, Neural Computation 4 (1992) 415 (evidence and Occam factor); Gauss–Newton steps with
 * Levenberg's damping for the parameters.
 */
export function fitHypothesis(hypothesis: Hypothesis, data: DiagnosisData): Fit {
  const { parameters, jacobian } = bestParameters(hypothesis, data)
  const { normalised, logNoise } = residualsOf(hypothesis, parameters, data)
  const chiSquare = sumOfSquares(normalised)
  const criterion =
    chiSquare +
    2 * logNoise +
    occamFactor(hypothesis, jacobian) +
    leftOutFactor(hypothesis, data.context.noisePercent) +
    hypothesis.choicePenalty
  return { hypothesis, parameters, chiSquare, residualCount: normalised.length, criterion }
}

function occamFactor({ parameters }: Hypothesis, jacobian: Jacobian): number {
  if (parameters.length === 0) return 0
  const widths = parameters.reduce((sum, { low, high }) => sum + 2 * Math.log(high - low), 0)
  // A parameter that changes nothing is not fixed at all, and costs nothing.
  return Math.max(0, logDeterminant(informationOf(jacobian)) - parameters.length * Math.log(2 * Math.PI) + widths)
}

/** A reading that is doubted could have been anything on the scale: its value is a parameter fitted to itself. */
const leftOutFactor = ({ leavesOut }: Hypothesis, noisePercent: number) =>
  leavesOut ? 2 * Math.log(100 / noisePercent) - Math.log(2 * Math.PI) : 0

const MOST_STEPS = 15

/** Change of every residual with each parameter. */
type Jacobian = readonly (readonly number[])[]

function bestParameters(
  hypothesis: Hypothesis,
  data: DiagnosisData,
): { parameters: readonly number[]; jacobian: Jacobian } {
  if (hypothesis.parameters.length === 0) return { parameters: [], jacobian: [] }
  const residuals = (at: readonly number[]) => residualsOf(hypothesis, at, data).normalised
  let p = bestStart(hypothesis, residuals)
  const derivatives = (at: readonly number[], here: readonly number[]): Jacobian =>
    at.map((value, k) => {
      const h = 1e-4 * Math.max(1, Math.abs(value))
      return residuals(at.with(k, value + h)).map((residual, n) => (residual - (here[n] ?? 0)) / h)
    })
  let current = residuals(p)
  let chiSquare = sumOfSquares(current)
  let damping = 1e-6
  let jacobian = derivatives(p, current)
  for (let step = 0; step < MOST_STEPS; step++) {
    const change = solveNormal(jacobian, current, damping)
    const candidate = p.map((value, k) => {
      const { low, high } = hypothesis.parameters[k] ?? { low: value, high: value }
      return Math.min(high, Math.max(low, value - (change[k] ?? 0)))
    })
    const next = residuals(candidate)
    const nextChiSquare = sumOfSquares(next)
    if (nextChiSquare < chiSquare) {
      const gain = chiSquare - nextChiSquare
      p = candidate
      current = next
      chiSquare = nextChiSquare
      damping = Math.max(1e-9, damping / 10)
      if (gain < 1e-3) break // the Jacobian hardly moved either
      jacobian = derivatives(p, current)
    } else {
      damping *= 100
      if (damping > 1e3) break
    }
  }
  return { parameters: p, jacobian }
}

/** The best of the places to start from. */
function bestStart({ parameters }: Hypothesis, residuals: (at: readonly number[]) => number[]): number[] {
  const start = parameters.map(({ start, low, high }) => Math.min(high, Math.max(low, start)))
  const others = parameters.flatMap(({ otherStarts = [] }, k) => otherStarts.map((value) => start.with(k, value)))
  if (others.length === 0) return start
  const size = (at: readonly number[]) => sumOfSquares(residuals(at))
  return [start, ...others].reduce((best, next) => (size(next) < size(best) ? next : best))
}

/** JᵀJ: what the readings say about the parameters. */
function informationOf(jacobian: Jacobian): number[][] {
  return jacobian.map((row) => jacobian.map((other) => dot(row, other)))
}

/** (JᵀJ + damping·diag) · change = Jᵀr. */
function solveNormal(jacobian: Jacobian, residuals: readonly number[], damping: number): number[] {
  const matrix = informationOf(jacobian).map((row, i) => [
    ...row.map((value, j) => (i === j ? value * (1 + damping) + 1e-12 : value)),
    dot(jacobian[i] ?? [], residuals),
  ])
  eliminate(matrix)
  return matrix.map((row, i) => (row[matrix.length] ?? 0) / (row[i] || 1))
}

function logDeterminant(matrix: number[][]): number {
  eliminate(matrix)
  return matrix.reduce((sum, row, i) => sum + Math.log(Math.max(1e-300, Math.abs(row[i] ?? 0))), 0)
}

/** Brings a small positive matrix, with or without a right side, to diagonal form in place: never more than four rows. */
function eliminate(matrix: number[][]): void {
  for (const [i, pivotRow] of matrix.entries())
    for (const [j, row] of matrix.entries()) {
      if (j === i) continue
      const factor = (row[i] ?? 0) / (pivotRow[i] || 1e-300)
      for (let k = i; k < row.length; k++) row[k] = (row[k] ?? 0) - factor * (pivotRow[k] ?? 0)
    }
}

const dot = (a: readonly number[], b: readonly number[]) => a.reduce((sum, value, n) => sum + value * (b[n] ?? 0), 0)
const sumOfSquares = (values: readonly number[]) => dot(values, values)
