import type { WorkingReference } from '../schema/world'

/** How well a reference suits one instrument, best first. */
export type ReferenceOffer = {
  readonly standard: WorkingReference
  readonly mark: 'inside' | 'look' | 'outside'
  /** Error limit over accuracy at the tightest test point; null where it does not reach. */
  readonly ratio: number | null
  /** The ratio as shown: `6.1 : 1`. */
  readonly ratioText: string
  /** What to know before choosing it; empty when nothing is amiss. */
  readonly remarks: readonly string[]
  readonly reachesAll: boolean
  /** How many of the test points it reaches. */
  readonly reached: number
  readonly isInDate: boolean
}

/** References that could be used for one instrument. `outputs` is null where only its display is read. */
export type ReferenceOffers = {
  readonly inputs: readonly ReferenceOffer[]
  readonly outputs: readonly ReferenceOffer[] | null
  /** Whether no single reference reaches every point, so that several serve a sub-range each. */
  readonly isSubRanged: boolean
  /** The fewest that together serve every point; empty where one is enough, or none are. */
  readonly suggestedInputIds: readonly string[]
}
