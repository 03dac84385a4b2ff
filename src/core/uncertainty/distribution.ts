import { Refusal } from '../refusal'
import type { RandomStream } from '../statistics/randomStream'

/**
 * What is known of an input quantity. Widths in the input's own unit.
 * Source of the standard uncertainties: JCGM 100:2008, 4.3; JCGM 101:2008, table 1 and 6.4.
 */
export type Distribution =
  | { readonly kind: 'normal'; readonly mean: number; readonly standardUncertainty: number }
  | { readonly kind: 'rectangular'; readonly mean: number; readonly halfWidth: number }
  | { readonly kind: 'triangular'; readonly mean: number; readonly halfWidth: number }
  | { readonly kind: 'arcsine'; readonly mean: number; readonly halfWidth: number }
  | { readonly kind: 'trapezoidal'; readonly mean: number; readonly halfWidth: number; readonly topRatio: number }
  | { readonly kind: 'student-t'; readonly mean: number; readonly scale: number; readonly degrees: number }

/**
 * Standard uncertainty of a distribution: half-width over √3 (rectangular), √6 (triangular), √2 (arcsine, U-shaped),
 * √(6 / (1 + β²)) (trapezoidal, β = top over base); scale · √(ν / (ν − 2)) for Student's t.
 *
 * @throws {Refusal} for a width below zero, β outside 0 to 1, or Student's t with two degrees of freedom and fewer
 */
export function standardUncertaintyOf(distribution: Distribution): number {
  switch (distribution.kind) {
    case 'normal':
      return notNegative('standardUncertainty', distribution.standardUncertainty)
    case 'rectangular':
      return notNegative('halfWidth', distribution.halfWidth) / Math.sqrt(3)
    case 'triangular':
      return notNegative('halfWidth', distribution.halfWidth) / Math.sqrt(6)
    case 'arcsine':
      return notNegative('halfWidth', distribution.halfWidth) / Math.SQRT2
    case 'trapezoidal':
      return (
        notNegative('halfWidth', distribution.halfWidth) * Math.sqrt((1 + topRatio(distribution.topRatio) ** 2) / 6)
      )
    case 'student-t':
      return notNegative('scale', distribution.scale) * Math.sqrt(spreadOfT(distribution.degrees))
    default:
      return distribution satisfies never
  }
}

/** A source of values drawn from a distribution. @throws {Refusal} as {@link standardUncertaintyOf} */
export function sampler(distribution: Distribution, stream: RandomStream): () => number {
  standardUncertaintyOf(distribution) // refuses what cannot be drawn from
  const { mean } = distribution
  const { uniform, normal } = stream
  switch (distribution.kind) {
    case 'normal':
      return () => mean + distribution.standardUncertainty * normal()
    case 'rectangular':
      return () => mean + distribution.halfWidth * (2 * uniform() - 1)
    case 'triangular':
      return () => mean + distribution.halfWidth * (uniform() - uniform())
    case 'arcsine':
      return () => mean + distribution.halfWidth * Math.sin(2 * Math.PI * uniform())
    case 'trapezoidal': {
      const { halfWidth, topRatio: beta } = distribution
      // The sum of two rectangles of different widths is a trapezium; JCGM 101:2008, 6.4.4.
      return () => mean + (halfWidth / 2) * ((1 + beta) * (2 * uniform() - 1) + (1 - beta) * (2 * uniform() - 1))
    }
    case 'student-t':
      return () => mean + distribution.scale * studentT(distribution.degrees, stream)
    default:
      return distribution satisfies never
  }
}

/** Student's t by the polar method. Source: R. W. Bailey, Math. Comp. 62 (1994) 779. */
function studentT(degrees: number, { uniform }: RandomStream): number {
  for (;;) {
    const u = 2 * uniform() - 1
    const v = 2 * uniform() - 1
    const w = u * u + v * v
    if (w < 1 && w > 0) return u * Math.sqrt((degrees * (w ** (-2 / degrees) - 1)) / w)
  }
}

function notNegative(field: string, value: number): number {
  if (!(value >= 0)) throw new Refusal(field, `${value} is below zero`, 'enter zero or more')
  return value
}

function topRatio(ratio: number): number {
  if (!(ratio >= 0 && ratio <= 1))
    throw new Refusal('topRatio', `${ratio} is not between 0 and 1`, 'enter top width over base width')
  return ratio
}

function spreadOfT(degrees: number): number {
  if (!(degrees > 2))
    throw new Refusal('degrees', `${degrees} degrees of freedom give no finite standard deviation`, 'use more readings')
  return degrees / (degrees - 2)
}
