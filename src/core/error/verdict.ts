/** Where one error lies: inside the adjust limit, inside the error limit but beyond the adjust limit, or outside. */
export type PointVerdict = 'inside' | 'inside-look' | 'outside'

/** Errors and limits in the same unit; the adjust limit is absent where the site works without one. */
export type JudgedError = { readonly error: number; readonly limit: number; readonly adjustLimit: number | null }

/**
 * Simple acceptance of one error: inside while |error| ≤ limit.
 *
 * Readings are decimal, the arithmetic is binary: 4.04 − 4 comes out a hair above 0.04. A slack of 1e-9 of the limit,
 * far below any instrument's resolution, keeps a reading that lies on its limit inside.
 *
 * Source: ILAC-G8:09/2019, 4.2.1, binary statement for simple acceptance (clause from memory).
 */
export function pointVerdict({ error, limit, adjustLimit }: JudgedError): PointVerdict {
  const size = Math.abs(error)
  if (exceeds(size, limit)) return 'outside'
  return adjustLimit !== null && exceeds(size, adjustLimit) ? 'inside-look' : 'inside'
}

const RELATIVE_SLACK = 1e-9
const exceeds = (size: number, limit: number) => size > limit * (1 + RELATIVE_SLACK) + Number.EPSILON

/** The worst of several verdicts; null without any. */
export function overallVerdict(verdicts: readonly PointVerdict[]): PointVerdict | null {
  if (verdicts.length === 0) return null
  if (verdicts.includes('outside')) return 'outside'
  return verdicts.includes('inside-look') ? 'inside-look' : 'inside'
}
