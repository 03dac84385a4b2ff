/**
 * Where one error lies: inside the adjust limit, inside the error limit but beyond the adjust limit, inside the error
 * limit but within a guard band and therefore not accepted, of which the decision rule says nothing because the
 * uncertainty is larger than it allows, or outside the error limit. From the best to the worst.
 */
export const POINT_VERDICTS = ['inside', 'inside-look', 'not-accepted', 'not-stated', 'outside'] as const
export type PointVerdict = (typeof POINT_VERDICTS)[number]

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
export function pointVerdict({ error, limit, adjustLimit }: JudgedError): 'inside' | 'inside-look' | 'outside' {
  const size = Math.abs(error)
  if (exceeds(size, limit)) return 'outside'
  return adjustLimit !== null && exceeds(size, adjustLimit) ? 'inside-look' : 'inside'
}

const RELATIVE_SLACK = 1e-9

/** Whether a decimal value lies beyond an edge; the edge itself belongs to the accepted side. */
export const exceeds = (size: number, limit: number): boolean => size > limit * (1 + RELATIVE_SLACK) + Number.EPSILON

/** The worst of several verdicts; null without any. */
export function overallVerdict(verdicts: readonly PointVerdict[]): PointVerdict | null {
  return POINT_VERDICTS.findLast((verdict) => verdicts.includes(verdict)) ?? null
}

/** Whether an instrument that is left so is known to be good: accepted, whatever it might be adjusted to. */
export const isAccepted = (verdict: PointVerdict): boolean => verdict === 'inside' || verdict === 'inside-look'
