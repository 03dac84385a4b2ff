import { hump } from './hump'
import { type DiagnosisData, type Hypothesis, type Parameters, signed } from './hypothesis'
import { at, FAULT_SIZES, ofSize } from './lineErrors'

const wave = (x: number) => (x < 0 || x > 100 ? 0 : (10.392 * x * (100 - x) * (50 - x)) / 5e5) // 1 at its crests

/** Bowed: a parabola, lopsided or not, an S, each alone or on a sloping line, as is left when both ends were set right. */
export function bowHypotheses(data: DiagnosisData): Hypothesis[] {
  const bow = (
    says: string,
    { count, weight }: { count: number; weight: number },
    sensor: (x: number, p: Parameters) => number,
  ): Hypothesis[] =>
    FAULT_SIZES.map((size) => ({
      cause: 'non-linearity',
      parameters: Array.from({ length: count }, () => ofSize(size.limits, data)),
      weight: weight * size.weight,
      sensor,
      says: (p) => `${says} of ${signed(at(p, 0))} % of span`,
    }))
  return [
    ...bow('a bow', { count: 2, weight: 0.4 }, (x, p) => x + at(p, 0) * hump(x) + 0.3 * at(p, 1) * wave(x)),
    ...bow('an S', { count: 1, weight: 0.15 }, (x, p) => x + at(p, 0) * wave(x)),
    ...bow(
      'a bow, with the span off,',
      { count: 2, weight: 0.2 },
      (x, p) => x + at(p, 0) * hump(x) + (at(p, 1) * x) / 100,
    ),
    ...bow(
      'a bow, with zero and span off,',
      { count: 3, weight: 0.25 },
      (x, p) => x + at(p, 0) * hump(x) + at(p, 1) + (at(p, 2) * x) / 100,
    ),
  ]
}
