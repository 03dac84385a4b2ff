/** A seeded stream of random numbers: the same seed gives the same numbers on every machine. */
export type RandomStream = {
  /** Uniform in (0, 1), 52 bits, never 0 and never 1. */
  readonly uniform: () => number
  /** Standard normal. */
  readonly normal: () => number
}

/**
 * xoshiro128** with a splitmix32 start, and Marsaglia and Tsang's ziggurat for normal values.
 *
 * Sources: D. Blackman and S. Vigna, ACM Trans. Math. Softw. 47 (2021) 36; G. Marsaglia and W. W. Tsang, J. Stat.
 * Softw. 5 (2000) 8, with the independent layer and sign bits of J. A. Doornik (2005). Constants from memory; the
 * distribution is checked in the test.
 *
 * @param seed any number; only its lower 32 bits count
 */
export function randomStream(seed: number): RandomStream {
  const next = xoshiro(seed)
  // 32 bits, 20 more below them, and half a step up, so that neither end is ever met.
  const uniform = () => (next() + ((next() >>> 12) + 0.5) / 0x100000) / 0x100000000
  const normal = () => {
    for (;;) {
      const bits = next()
      const layer = bits & 127
      // 25 bits from the same word for the place inside the layer, sign included: −1 … 1.
      const place = ((bits >>> 7) - 16_777_216 + 0.5) / 16_777_216
      if (Math.abs(place) < (RATIOS[layer] ?? 0)) return place * (EDGES[layer] ?? 0)
      if (layer === 0) return tail(uniform, place < 0)
      const x = place * (EDGES[layer] ?? 0)
      const outer = Math.exp(-0.5 * ((EDGES[layer] ?? 0) ** 2 - x * x))
      const inner = Math.exp(-0.5 * ((EDGES[layer + 1] ?? 0) ** 2 - x * x))
      if (inner + uniform() * (outer - inner) < 1) return x
    }
  }
  return { uniform, normal }
}

function xoshiro(seed: number): () => number {
  let start = seed >>> 0
  const word = () => {
    start = (start + 0x9e3779b9) >>> 0
    let z = start
    z = Math.imul(z ^ (z >>> 16), 0x85ebca6b)
    z = Math.imul(z ^ (z >>> 13), 0xc2b2ae35)
    return (z ^ (z >>> 16)) >>> 0
  }
  let [a, b, c, d] = [word(), word(), word(), word()]
  return () => {
    const times5 = Math.imul(b, 5)
    const result = Math.imul((times5 << 7) | (times5 >>> 25), 9) >>> 0
    const shifted = b << 9
    c ^= a
    d ^= b
    b ^= c
    a ^= d
    c ^= shifted
    d = (d << 11) | (d >>> 21)
    return result
  }
}

const LAYERS = 128
const TAIL_START = 3.442619855899 // where the lowest layer ends and the tail begins, for 128 layers
const LAYER_AREA = 9.91256303526217e-3
const [EDGES, RATIOS] = ziggurat()

/** Right edges of the layers and, of each, the part that lies under the curve whatever the height. */
function ziggurat(): [Float64Array, Float64Array] {
  const edges = new Float64Array(LAYERS + 1)
  let height = Math.exp(-0.5 * TAIL_START ** 2)
  edges[0] = LAYER_AREA / height
  edges[1] = TAIL_START
  for (let layer = 2; layer < LAYERS; layer++) {
    edges[layer] = Math.sqrt(-2 * Math.log(LAYER_AREA / (edges[layer - 1] ?? 1) + height))
    height = Math.exp(-0.5 * (edges[layer] ?? 0) ** 2)
  }
  edges[LAYERS] = 0
  const ratios = Float64Array.from({ length: LAYERS }, (_, layer) => (edges[layer + 1] ?? 0) / (edges[layer] ?? 1))
  return [edges, ratios]
}

/** A value beyond the last layer. Source: G. Marsaglia, Technometrics 6 (1964) 101. */
function tail(uniform: () => number, isNegative: boolean): number {
  for (;;) {
    const x = Math.log(uniform()) / TAIL_START
    const y = Math.log(uniform())
    if (-2 * y >= x * x) return isNegative ? x - TAIL_START : TAIL_START - x
  }
}
