import type { OutputRow } from '@/core/range/outputTable'
import type { RangeVerdict } from '@/core/range/rangeVerdict'
import type { WorkStep } from '@/core/run/work/workStep'
import type { Configuration } from '../schema/configuration'

/** An item of the loop that has a scale of its own, as the loop card names it. */
export type ScaledItem = { readonly name: string; readonly words: string }

/** Everything a range change comes to: what the desk shows, and what the server applies. */
export type RangePlan = {
  readonly verdict: RangeVerdict
  readonly headline: string
  readonly detail: string
  readonly place: string
  /** Why it does not fit, in words; empty where it does. */
  readonly reasons: readonly string[]
  /** What each capsule in stock lacks. */
  readonly tried: readonly { readonly code: string; readonly reasons: readonly string[] }[]
  readonly turndown: number | null
  readonly steps: readonly WorkStep[]
  /** The ends change places: the output falls where it rose, or the other way round. */
  readonly isTurned: boolean
  readonly loopChanges: readonly string[]
  readonly table: readonly OutputRow[]
  /** The configuration it leads to; null where it cannot be done, or where it is refused for another reason. */
  readonly next: Configuration | null
  /** Why there is no next configuration although the sensor could do it. */
  readonly objections: readonly string[]
  /** What to look at although it can be done: limits that do not move with the span, a host that would show otherwise. */
  readonly notes: readonly string[]
  /** The host's scale that would go on showing the same; null where it does, or where another is wanted. */
  readonly carried: Configuration['displayScale']
}
