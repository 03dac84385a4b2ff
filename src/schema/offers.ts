import type { Standard } from './world'

/** How well a reference suits one instrument, best first. */
export type ReferenceOffer = {
  readonly standard: Standard
  readonly mark: 'inside' | 'look' | 'outside'
  /** Error limit over accuracy at the tightest test point; null where it does not reach. */
  readonly ratio: number | null
  /** The ratio as shown: `6.1 : 1`. */
  readonly ratioText: string
  /** What to know before choosing it; empty when nothing is amiss. */
  readonly remarks: readonly string[]
}

/** References that could be used for one instrument. `outputs` is null where only its display is read. */
export type ReferenceOffers = {
  readonly inputs: readonly ReferenceOffer[]
  readonly outputs: readonly ReferenceOffer[] | null
}
