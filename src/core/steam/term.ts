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

/** Least and most exponent of each kind, found once for a table of terms; two below, for the second derivative. */
type Reach = { readonly ofX: readonly [number, number]; readonly ofY: readonly [number, number] }
const reaches = new WeakMap<readonly Term[], Reach>()

function reachOf(terms: readonly Term[]): Reach {
  const known = reaches.get(terms)
  if (known) return known
  const reach = (at: 0 | 1): readonly [number, number] => {
    const exponents = terms.map((term) => term[at])
    return [Math.min(...exponents) - 2, Math.max(...exponents)]
  }
  const found = { ofX: reach(0), ofY: reach(1) }
  reaches.set(terms, found)
  return found
}

/** Powers of a base for whole exponents from `least` to `most`, each a product of the one before it. */
function powers(base: number, [least, most]: readonly [number, number]): Float64Array {
  const table = new Float64Array(most - least + 1)
  let power = base ** least
  for (let k = 0; k < table.length; k++) {
    table[k] = power
    power *= base
  }
  return table
}

/**
 * Σ n·x^I·y^J with its first and second derivatives by x and y. All exponents are whole numbers, so that the powers come
 * from a table: raising each by itself took most of the time of a steam property.
 *
 * @param x the reduced pressure the terms are written in; not zero
 * @param y the reduced temperature the terms are written in; not zero
 */
export function sumOfTerms(terms: readonly Term[], x: number, y: number): GibbsDerivatives {
  const { ofX, ofY } = reachOf(terms)
  const xTable = powers(x, ofX)
  const yTable = powers(y, ofY)
  const xPower = (exponent: number) => xTable[exponent - ofX[0]] ?? 0
  const yPower = (exponent: number) => yTable[exponent - ofY[0]] ?? 0
  let g = 0
  let gP = 0
  let gPP = 0
  let gT = 0
  let gTT = 0
  let gPT = 0
  for (const [i, j, n] of terms) {
    const atX = n * xPower(i)
    const atY = yPower(j)
    const byX = n * i * xPower(i - 1)
    const byY = j * yPower(j - 1)
    g += atX * atY
    gP += byX * atY
    gPP += n * i * (i - 1) * xPower(i - 2) * atY
    gT += atX * byY
    gTT += atX * j * (j - 1) * yPower(j - 2)
    gPT += byX * byY
  }
  return { g, gP, gPP, gT, gTT, gPT }
}
