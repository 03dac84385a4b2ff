/** A seeded source of numbers in [0, 1): mulberry32, so that the demo is the same on every machine. */
export function seededRandom(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

/** A number from about −1 to 1, most near zero. */
export const aboutZero = (random: () => number): number => (random() + random() + random()) / 1.5 - 1
