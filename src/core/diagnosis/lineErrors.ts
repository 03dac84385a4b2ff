import { type DiagnosisData, type LineShape, type Parameter, type Parameters, parameter, signed } from './hypothesis'

/** A straight-line error: which of offset and gain are free, and what they do to a value. */
export type Line = {
  readonly shape: LineShape
  readonly count: 1 | 2
  /** How often it is just this of the three. Ours, no source. */
  readonly weight: number
  readonly apply: (value: number, p: Parameters, from: number) => number
  readonly says: (p: Parameters, from: number) => string
}

/** A parameter by its place; zero where a hypothesis has none there. */
export const at = (p: Parameters, index: number) => p[index] ?? 0

/** The straight-line errors of a stage. Weights are how common each is among them; ours, no source. */
export const LINES: readonly Line[] = [
  {
    shape: 'zero',
    count: 1,
    weight: 0.5,
    apply: (x, p, k) => x + at(p, k),
    says: (p, k) => `zero ${signed(at(p, k))} % of span`,
  },
  {
    shape: 'span',
    count: 1,
    weight: 0.25,
    apply: (x, p, k) => x * (1 + at(p, k) / 100),
    says: (p, k) => `span ${signed(at(p, k))} %`,
  },
  {
    shape: 'zero-and-span',
    count: 2,
    weight: 0.25,
    apply: (x, p, k) => x * (1 + at(p, k + 1) / 100) + at(p, k),
    says: (p, k) => `zero ${signed(at(p, k))} % of span, span ${signed(at(p, k + 1))} %`,
  },
]

/**
 * How large a fault of zero, span, bow or friction is, in error limits: most are of a few limits, some far larger. The
 * two together are the prior; ours, no source.
 */
export const FAULT_SIZES = [
  { limits: 3.5, weight: 0.75 },
  { limits: 14, weight: 0.25 },
] as const

/** Beyond a fifth of the span it is no longer a matter of drift: other causes are. Common practice, no source. */
const MOST_DRIFT = 20

/** The prior of a fault so many error limits large, % of span. */
export const ofSize = (limits: number, { context }: DiagnosisData): Parameter => ({
  ...parameter(0, limits * context.limitPercent, -MOST_DRIFT, MOST_DRIFT),
  // At nothing a root is infinitely steep: no step leads away from there.
  ...(context.transfer.kind !== 'linear' && {
    otherStarts: [1, 3.5, 10].flatMap((size) => [size * context.limitPercent, -size * context.limitPercent]),
  }),
})
