import { formatPlain } from '../format/formatNumber'

/** A figure that is far from what was expected, and what it may be instead. */
export type NumberSlip = {
  readonly words: string
  /** What it would be then. */
  readonly meant: number
}

/** What a slip is looked for against. */
export type Expected = {
  readonly value: number
  /** The whole range of such figures. */
  readonly span: number
  readonly unit: string
}

/** Farther than this from what was expected, as a share of the span, a figure is asked about. Ours, no source. */
const FAR = 0.1
/** As near as this to what was expected, it is what was meant. Ours, no source. */
const NEAR = 0.04

/** Powers of ten that a decimal mark slips by. */
const MARKS = [10, 0.1, 100, 0.01, 1000, 0.001] as const

export const isFar = (typed: number, { value, span }: Expected): boolean =>
  Math.abs(typed - value) > FAR * Math.abs(span)
export const isNear = (typed: number, { value, span }: Expected): boolean =>
  Math.abs(typed - value) <= NEAR * Math.abs(span)

/**
 * The decimal mark of a figure that is far from what was expected and near to it with its mark moved: 120 for 12. Common
 * practice that such slips are made; the thresholds are ours.
 *
 * @returns null for a figure that is not far, or that no mark brings near
 */
export function decimalSlip(typed: number, expected: Expected): NumberSlip | null {
  // Of a figure that was expected at nothing, any that is small enough comes near: it says nothing of a mark.
  if (!isFar(typed, expected) || typed === 0 || isNear(0, expected)) return null
  const factor = MARKS.find((each) => isNear(typed * each, expected))
  if (factor === undefined) return null
  const meant = Number((typed * factor).toPrecision(12))
  return { words: `${formatPlain(typed)} for ${formatPlain(meant)} ${expected.unit}? The decimal mark`, meant }
}
