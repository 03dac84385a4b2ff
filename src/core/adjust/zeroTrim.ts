import { Refusal } from '../refusal'

/** A one-point trim of the sensor at zero. Pressures in one unit, limits as ± in the same. */
export type ZeroTrim = {
  /** PV shown with the instrument isolated and vented. */
  readonly pv: number
  /** What the reference says acts on the cell at that moment. */
  readonly applied: number
  /** How near to zero the applied pressure must be, for example the resolution of the reference. */
  readonly zeroTolerance: number
  /** Largest shift that is trimmed, {@link largestZeroTrim}; null where a reason was given for a larger one. */
  readonly makerLimit: number | null
  /** LRV of the range: a range that does not start at zero has its zero elevated or suppressed on purpose. */
  readonly lrv: number
}

/** Shares of the sensor's limit and of the span. Ours, no source: a cell's mounting shifts it by less. */
const MOST_OF_SENSOR = 0.1
const LEAST_OF_SENSOR = 0.01
const MOST_OF_SPAN = 0.1

/**
 * The largest shift of zero that is trimmed without a word: what the maker says; else a tenth of the span, and no more than a
 * tenth of the sensor's limit, which is small for a cell that is turned down far.
 */
export function largestZeroTrim(of: {
  readonly zeroTrimLimit?: number | undefined
  readonly lrl: number
  readonly url: number
  readonly lrv: number
  readonly urv: number
}): number {
  const sensor = Math.max(Math.abs(of.url), Math.abs(of.lrl))
  const usual = Math.max(MOST_OF_SPAN * Math.abs(of.urv - of.lrv), LEAST_OF_SENSOR * sensor)
  return of.zeroTrimLimit ?? Math.min(usual, MOST_OF_SENSOR * sensor)
}

/**
 * The shift a zero trim stores: −PV. It moves every reading alike and corrects no gain.
 *
 * A zero trim belongs at true zero only. At any other pressure it would take a live pressure, a full wet leg or an
 * elevated zero for an error and hide it. Common practice, no source.
 *
 * @throws {Refusal} at a pressure that is not zero, when PV shows the elevated zero itself, beyond the maker's limit
 */
export function zeroTrimShift({ pv, applied, zeroTolerance, makerLimit, lrv }: ZeroTrim): number {
  if (Math.abs(applied) > zeroTolerance)
    throw new Refusal(
      'applied',
      `${applied} acts on the cell, which is not zero within ±${zeroTolerance}`,
      'isolate, equalise, vent and drain first; at a known pressure use the lower sensor trim instead',
    )
  const looksElevated = lrv !== 0 && Math.abs(pv) > zeroTolerance && Math.abs(pv - lrv) <= 0.05 * Math.abs(lrv)
  if (looksElevated)
    throw new Refusal(
      'pv',
      `${pv} is close to LRV (${lrv}), so a leg or head still acts on the cell, and a zero trim would hide it`,
      'vent both sides to true zero; the elevated zero belongs in LRV and URV, not in a trim',
    )
  if (makerLimit !== null && Math.abs(pv) > makerLimit)
    throw new Refusal(
      'pv',
      `a shift of ${-pv} is beyond the ±${makerLimit} that a zero trim is good for`,
      'look for pressure left on the cell, a wrong mounting position or a damaged cell before trimming',
    )
  return pv === 0 ? 0 : -pv
}
