import type { Cause, Lookalike } from './causeTable'
import type { LineShape } from './hypothesis'
import type { NextReading } from './nextReading'

/** A cause with how well it explains the readings. */
export type RankedCause = {
  readonly cause: Cause
  readonly words: string
  /** What it found, in numbers a technician can check. */
  readonly evidence: string
  /** Which of zero and span it found to be off, where it is a matter of a straight line. */
  readonly shape?: LineShape
  /** Root mean square of what it leaves unexplained, in standard deviations of a reading; about 1 when it is right. */
  readonly leftOver: number
  /** Criterion above that of the best; 0 for the best itself. */
  readonly behind: number
  /** Its probability over all causes tried, with how common each is; null where no cause explains the readings. */
  readonly share: number | null
  /** Causes no reading of this kind separates from it. */
  readonly lookalikes: readonly Lookalike[]
}

export type Diagnosis = {
  /**
   * `none` no error beyond the scatter, `inside` an error that is there and inside the limit, `found` one cause leads,
   * `undecided` several fit alike or cannot be told apart, `unexplained` none fits.
   */
  readonly answer: 'none' | 'inside' | 'found' | 'undecided' | 'unexplained'
  /** The leading cause, with those that these readings cannot tell from it. */
  readonly group: readonly Cause[]
  /** How probable the group is; null where nothing is explained. */
  readonly groupShare: number | null
  readonly ranked: readonly RankedCause[]
  /** The reading that would tell most; null when one cause leads clearly, or there is nothing to tell. */
  readonly next: NextReading | null
}
