/** One term of a Gibbs function: the exponents of pressure and temperature, and the coefficient. */
export type Term = readonly [pressureExponent: number, temperatureExponent: number, coefficient: number]

/** A dimensionless Gibbs free energy γ(π, τ) and the derivatives that properties are made from. */
export type GibbsDerivatives = {
  readonly g: number
  readonly gP: number
  readonly gPP: number
  readonly gT: number
  readonly gTT: number
  readonly gPT: number
}

/**
 * Σ n·x^I·y^J with its first and second derivatives by x and y.
 *
 * @param x the reduced pressure the terms are written in
 * @param y the reduced temperature the terms are written in
 */
export function sumOfTerms(terms: readonly Term[], x: number, y: number): GibbsDerivatives {
  let g = 0
  let gP = 0
  let gPP = 0
  let gT = 0
  let gTT = 0
  let gPT = 0
  for (const [i, j, n] of terms) {
    const xPower = x ** i
    const yPower = y ** j
    const term = n * xPower * yPower
    g += term
    // Neither x nor y is ever zero inside the regions, so no power of zero arises.
    gP += i === 0 ? 0 : n * i * x ** (i - 1) * yPower
    gPP += i < 2 ? 0 : n * i * (i - 1) * x ** (i - 2) * yPower
    gT += j === 0 ? 0 : n * xPower * j * y ** (j - 1)
    gTT += j === 0 || j === 1 ? 0 : n * xPower * j * (j - 1) * y ** (j - 2)
    gPT += i === 0 || j === 0 ? 0 : n * i * x ** (i - 1) * j * y ** (j - 1)
  }
  return { g, gP, gPP, gT, gTT, gPT }
}
