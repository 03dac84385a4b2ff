import { Refusal } from '../refusal'
import type { CurvePoint } from './meanCurve'

/** A straight line and the largest departure of the mean curve from it, ± % of output span. */
export type Linearity = {
  readonly departurePercentSpan: number
  /** Output of the line at 0 % input, in % of span. */
  readonly atZeroPercent: number
  /** Output per input, both in % of span. */
  readonly slope: number
}

/**
 * Terminal-based linearity: departure from the straight line through the ends of the mean curve.
 * Source: ISA-51.1, “linearity, terminal-based” (from memory).
 *
 * @param curve mean curve by rising input
 * @throws {Refusal} with fewer than three points
 */
export function terminalBasedLinearity(curve: readonly CurvePoint[]): Linearity {
  const [first, last] = ends(curve)
  const slope = (last.outputPercent - first.outputPercent) / (last.inputPercent - first.inputPercent)
  const atZero = first.outputPercent - slope * first.inputPercent
  return { departurePercentSpan: largestDeparture(curve, atZero, slope), atZeroPercent: atZero, slope }
}

/**
 * Zero-based linearity: departure from the line through the lower end whose slope makes the largest departure smallest.
 * Source: ISA-51.1, “linearity, zero-based” (from memory). The best slope balances two points with opposite departures;
 * of all pairs, the one that balances at the largest departure decides (one-parameter Chebyshev approximation).
 *
 * @throws {Refusal} with fewer than three points
 */
export function zeroBasedLinearity(curve: readonly CurvePoint[]): Linearity {
  const [first] = ends(curve)
  const above = curve
    .slice(1)
    .map((point) => ({ u: point.inputPercent - first.inputPercent, d: point.outputPercent - first.outputPercent }))
  let best = { departure: -1, slope: 1 }
  for (const a of above)
    for (const b of above) {
      const departure = (a.d * b.u - b.d * a.u) / (a.u + b.u)
      if (departure > best.departure) best = { departure, slope: (a.d + b.d) / (a.u + b.u) }
    }
  const atZero = first.outputPercent - best.slope * first.inputPercent
  return { departurePercentSpan: Math.max(0, best.departure), atZeroPercent: atZero, slope: best.slope }
}

/**
 * Independent linearity: departure from the line that makes the largest departure smallest (minimax).
 * Source: ISA-51.1, “linearity, independent” (from memory). The best line runs parallel to the chord of two points, half
 * way to a third between them; of all triples, the one with the largest departure decides (de la Vallée Poussin).
 *
 * @throws {Refusal} with fewer than three points
 */
export function independentLinearity(curve: readonly CurvePoint[]): Linearity {
  ends(curve)
  let best = { departure: -1, atZero: 0, slope: 1 }
  for (let i = 0; i < curve.length; i++)
    for (let k = i + 2; k < curve.length; k++)
      for (let j = i + 1; j < k; j++) {
        const [a, b, c] = [curve[i], curve[j], curve[k]]
        if (!a || !b || !c) continue
        const slope = (c.outputPercent - a.outputPercent) / (c.inputPercent - a.inputPercent)
        const offChord = b.outputPercent - a.outputPercent - slope * (b.inputPercent - a.inputPercent)
        const departure = Math.abs(offChord) / 2
        if (departure > best.departure)
          best = { departure, slope, atZero: a.outputPercent + offChord / 2 - slope * a.inputPercent }
      }
  return { departurePercentSpan: best.departure, atZeroPercent: best.atZero, slope: best.slope }
}

function ends(curve: readonly CurvePoint[]): [CurvePoint, CurvePoint] {
  const [first, last] = [curve[0], curve.at(-1)]
  if (!first || !last || curve.length < 3)
    throw new Refusal('readings', `${curve.length} different test points, none between two ends`, 'read at least three')
  return [first, last]
}

const largestDeparture = (curve: readonly CurvePoint[], atZero: number, slope: number) =>
  Math.max(...curve.map((point) => Math.abs(point.outputPercent - atZero - slope * point.inputPercent)))
