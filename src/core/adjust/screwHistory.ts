import type { ScrewMove } from './screwNotices'

/** The work so far. The zero screw is set at 0 %, the span screw at 100 %. */
export type ScrewHistory = {
  /** Errors read before the first touch, % of span. */
  readonly zeroError: number
  readonly fullError: number
  readonly moves: readonly ScrewMove[]
  /** The ends read again since the last move; null where nobody looked. */
  readonly zeroReadNow: number | null
  readonly fullReadNow: number | null
  /** Error limit and scatter of a reading, % of span. */
  readonly limit: number
  readonly noise: number
}
