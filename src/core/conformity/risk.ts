import type { LimitSides } from '../error/errorLimit'
import { Refusal } from '../refusal'
import { normalCdf, normalDensity } from '../statistics/normal'
import { positive } from './uncertaintyRatio'

/**
 * Specific risk: the probability that the true error lies outside its limit, given this one measured error.
 * Source: JCGM 106:2012, 7.3 and 9.3.2 (normal distribution about the measured value, no other knowledge).
 *
 * @param measured measured error
 * @param limit ±, or the sizes of its two sides
 * @param standardUncertainty of the comparison, above zero; all three in one unit
 */
export function specificRisk(measured: number, limit: number | LimitSides, standardUncertainty: number): number {
  const { above, below } = typeof limit === 'number' ? { above: limit, below: limit } : limit
  positive('limit', Math.min(above, below))
  positive('standardUncertainty', standardUncertainty)
  return normalCdf((measured - above) / standardUncertainty) + normalCdf((-below - measured) / standardUncertainty)
}

/** What is known of an instrument's error before it is read: normal about a mean. */
export type PriorError = { readonly mean: number; readonly standardDeviation: number }

export type GlobalRiskBasis = {
  readonly prior: PriorError
  readonly limit: number
  readonly acceptanceLimit: number
  readonly standardUncertainty: number
}

/** Probabilities over all instruments and readings of this kind, before one is read. */
export type GlobalRisk = {
  /** Accepted though outside the limit (consumer's risk). */
  readonly falseAccept: number
  /** Rejected though inside the limit (producer's risk). */
  readonly falseReject: number
  /** Inside the limit, whatever is read. */
  readonly inTolerance: number
}

/**
 * Global false-accept and false-reject risk.
 * Source: JCGM 106:2012, 9.5.2 and 9.5.3, with a normal prior and a normal measurement; integrated numerically.
 */
export function globalRisk({ prior, limit, acceptanceLimit, standardUncertainty }: GlobalRiskBasis): GlobalRisk {
  positive('limit', limit)
  positive('acceptanceLimit', acceptanceLimit)
  positive('standardUncertainty', standardUncertainty)
  positive('prior', prior.standardDeviation)
  const density = (error: number) =>
    normalDensity((error - prior.mean) / prior.standardDeviation) / prior.standardDeviation
  const accepted = (error: number) =>
    normalCdf((acceptanceLimit - error) / standardUncertainty) -
    normalCdf((-acceptanceLimit - error) / standardUncertainty)
  const reach = 12 * prior.standardDeviation
  const [lowest, highest] = [prior.mean - reach, prior.mean + reach]
  const over = (low: number, high: number, f: (error: number) => number) =>
    high <= low
      ? 0
      : pieces({ low, high }, acceptanceLimit, standardUncertainty).reduce(
          (sum, piece) => sum + integrate(f, piece, Math.min(prior.standardDeviation, piece.finest)),
          0,
        )
  const acceptAndPrior = (error: number) => accepted(error) * density(error)
  return {
    falseAccept:
      over(lowest, Math.min(highest, -limit), acceptAndPrior) + over(Math.max(lowest, limit), highest, acceptAndPrior),
    falseReject: over(Math.max(lowest, -limit), Math.min(highest, limit), (e) => (1 - accepted(e)) * density(e)),
    inTolerance:
      normalCdf((limit - prior.mean) / prior.standardDeviation) -
      normalCdf((-limit - prior.mean) / prior.standardDeviation),
  }
}

/**
 * A prior from the as-found errors of earlier calibrations. Their scatter contains the measurement's own, which is taken
 * out: s₀² = s² − u². Source: JCGM 106:2012, 8.4 (estimating the process distribution).
 *
 * @throws {Refusal} with fewer than five errors, or when their scatter is not above that of the measurement
 */
export function priorFromHistory(errors: readonly number[], standardUncertainty: number): PriorError {
  if (errors.length < 5)
    throw new Refusal(
      'history',
      `has ${errors.length} errors`,
      'give at least five; fewer say too little of the scatter',
    )
  const mean = errors.reduce((sum, error) => sum + error, 0) / errors.length
  const variance = errors.reduce((sum, error) => sum + (error - mean) ** 2, 0) / (errors.length - 1)
  const own = variance - standardUncertainty ** 2
  if (own <= 0)
    throw new Refusal(
      'history',
      'its scatter is not larger than that of the measurement itself',
      'enter a prior of your own, or a longer history',
    )
  return { mean, standardDeviation: Math.sqrt(own) }
}

type Piece = { readonly low: number; readonly high: number; readonly finest: number }

/** What is accepted changes within a few uncertainties of ±A and nowhere else: only there the panels must be fine. */
function pieces(
  { low, high }: { low: number; high: number },
  acceptanceLimit: number,
  standardUncertainty: number,
): Piece[] {
  const window = 9 * standardUncertainty
  const steps = [-acceptanceLimit, acceptanceLimit].map((at) => ({ from: at - window, to: at + window }))
  const cuts = steps.flatMap(({ from, to }) => [from, to]).filter((cut) => cut > low && cut < high)
  const ends = [low, ...cuts, high].toSorted((a, b) => a - b)
  return ends.slice(1).flatMap((end, index) => {
    const start = ends[index] ?? low
    const middle = (start + end) / 2
    const isStep = steps.some(({ from, to }) => middle > from && middle < to)
    return end > start
      ? [{ low: start, high: end, finest: isStep ? standardUncertainty : Number.POSITIVE_INFINITY }]
      : []
  })
}

/** Nodes and weights of the five-point Gauss–Legendre rule. Source: Abramowitz and Stegun, table 25.4. */
const NODES = [0, 0.5384693101056831, -0.5384693101056831, 0.906179845938664, -0.906179845938664]
const WEIGHTS = [0.5688888888888889, 0.4786286704993665, 0.4786286704993665, 0.2369268850561891, 0.2369268850561891]
const FEWEST_PANELS = 8

function integrate(f: (x: number) => number, { low, high }: Piece, panelWidth: number): number {
  const panels = Math.max(FEWEST_PANELS, Math.ceil((high - low) / panelWidth))
  const half = (high - low) / panels / 2
  let sum = 0
  for (let index = 0; index < panels; index++) {
    const middle = low + (2 * index + 1) * half
    for (const [node, place] of NODES.entries()) sum += (WEIGHTS[node] ?? 0) * f(middle + half * place)
  }
  return sum * half
}
