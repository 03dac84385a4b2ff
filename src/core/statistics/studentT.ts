import { Refusal } from '../refusal'
import { bisect } from './bisect'
import { normalQuantile } from './normal'

/**
 * Probability that Student's t with `degrees` of freedom lies below t, by the regularised incomplete beta function.
 *
 * Source: M. Abramowitz and I. Stegun, Handbook of Mathematical Functions, 26.7.1 and 26.5.8 (continued fraction).
 */
export function studentTCdf(t: number, degrees: number): number {
  if (!(degrees > 0)) throw new Refusal('degrees', `${degrees} degrees of freedom`, 'enter a number above zero')
  const tail = incompleteBeta(degrees / (degrees + t * t), degrees / 2, 0.5) / 2
  return t > 0 ? 1 - tail : tail
}

/**
 * The two-sided coverage factor: t within ±t with the given probability. Degrees of freedom may be any number above
 * zero, as Welch–Satterthwaite gives; `Infinity` gives the normal factor.
 *
 * Source: JCGM 100:2008, G.3 and table G.2.
 *
 * @throws {Refusal} for a coverage outside (0, 1) or degrees not above zero
 */
export function coverageFactorT(coverage: number, degrees: number): number {
  if (!(coverage > 0 && coverage < 1))
    throw new Refusal('coverage', `${coverage} is not between 0 and 1`, 'enter for example 0.95')
  if (!(degrees > 0)) throw new Refusal('degrees', `${degrees} degrees of freedom`, 'enter a number above zero')
  if (degrees > 1e7) return normalQuantile((1 + coverage) / 2)
  const outside = (t: number) => incompleteBeta(degrees / (degrees + t * t), degrees / 2, 0.5)
  let high = 2
  while (outside(high) > 1 - coverage) high *= 2
  return bisect({ low: 0, high, isBeyond: (t) => outside(t) <= 1 - coverage }).beyond
}

/** Regularised incomplete beta function I_x(a, b) by Lentz's evaluation of its continued fraction. */
function incompleteBeta(x: number, a: number, b: number): number {
  if (x <= 0) return 0
  if (x >= 1) return 1
  // The fraction converges fast below the mean; above it, the other side is taken from 1.
  if (x > (a + 1) / (a + b + 2)) return 1 - incompleteBeta(1 - x, b, a)
  const front = Math.exp(logGamma(a + b) - logGamma(a) - logGamma(b) + a * Math.log(x) + b * Math.log1p(-x)) / a
  return front / betaFraction(x, a, b)
}

function betaFraction(x: number, a: number, b: number): number {
  let c = 1
  let d = 0
  let value = 1
  for (let step = 1; step < 2000; step++) {
    const m = Math.floor(step / 2)
    const coefficient =
      step % 2 === 0
        ? (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m))
        : (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1))
    d = 1 / (1 + coefficient * d)
    c = 1 + coefficient / c
    value *= c * d
    if (Math.abs(1 - c * d) < 1e-16) break
  }
  return value
}

/** Coefficients of Lanczos' approximation, g = 7, n = 9, about 1e-15 relative (P. Godfrey's set, from memory). */
const LANCZOS = [
  0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059,
  12.507343278686905, -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
]

/** Logarithm of the gamma function for arguments above zero. */
export function logGamma(x: number): number {
  if (x < 0.5) return Math.log(Math.PI / Math.sin(Math.PI * x)) - logGamma(1 - x)
  const base = x + 6.5
  const series = LANCZOS.reduce((sum, c, index) => (index === 0 ? c : sum + c / (x - 1 + index)), 0)
  return 0.5 * Math.log(2 * Math.PI) + (x - 0.5) * Math.log(base) - base + Math.log(series)
}
