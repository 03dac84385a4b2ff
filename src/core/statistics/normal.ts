import { Refusal } from '../refusal'

const SQRT2 = Math.SQRT2
const SQRT_PI = Math.sqrt(Math.PI)

/**
 * Complementary error function, to about 1e-12 of itself far into the tail.
 * |x| < 2.5: Taylor series of erf with positive terms, erf x = 2/√π · e^(−x²) · Σ 2ⁿx^(2n+1)/(1·3·5…(2n+1));
 * beyond: the continued fraction erfc x = e^(−x²)/√π · 1/(x + ½/(x + 1/(x + 3⁄2/(x + …)))), evaluated backwards.
 *
 * Source: M. Abramowitz and I. Stegun, Handbook of Mathematical Functions, 7.1.6 and 7.1.14.
 */
export function erfc(x: number): number {
  if (x < 0) return 2 - erfc(-x)
  return x < 2.5 ? 1 - erfSeries(x) : erfcFraction(x)
}

function erfSeries(x: number): number {
  let term = x
  let sum = x
  for (let n = 1; term > sum * 1e-17; n++) {
    term *= (2 * x * x) / (2 * n + 1)
    sum += term
  }
  return ((2 * sum) / SQRT_PI) * Math.exp(-x * x)
}

function erfcFraction(x: number): number {
  let tail = x
  for (let n = 120; n >= 1; n--) tail = x + n / 2 / tail
  return Math.exp(-x * x) / (SQRT_PI * tail)
}

/** Probability that a standard normal value lies below z. */
export const normalCdf = (z: number): number => erfc(-z / SQRT2) / 2

/** Density of the standard normal distribution. */
export const normalDensity = (z: number): number => Math.exp((-z * z) / 2) / (SQRT2 * SQRT_PI)

/**
 * The z below which a standard normal value lies with the given probability.
 * Newton's steps on the distribution function from the lower tail, where it has all its digits.
 *
 * @throws {Refusal} for a probability outside (0, 1)
 */
export function normalQuantile(probability: number): number {
  if (!(probability > 0 && probability < 1))
    throw new Refusal('probability', `${probability} is not between 0 and 1`, 'enter for example 0.95')
  if (probability > 0.5) return -normalQuantile(1 - probability)
  let z = -Math.sqrt(Math.max(0, -2 * Math.log(2 * probability)))
  for (let step = 0; step < 60; step++) {
    const cdf = normalCdf(z)
    // On the logarithm: the lower tail is close to a parabola there, and Newton never leaves it.
    const change = ((Math.log(cdf) - Math.log(probability)) * cdf) / normalDensity(z)
    z -= change
    if (Math.abs(change) < 1e-15 * Math.max(1, Math.abs(z))) break
  }
  return z
}
