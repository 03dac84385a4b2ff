import type { TakeItem } from '@/core/take/takeList'
import type { InstrumentNote } from './instrumentNote'

/** One job with what to bring for it and what is worth knowing there. */
export type TakenJob = {
  readonly id: string
  readonly tag: string
  readonly description: string
  readonly area: string
  readonly items: readonly TakeItem[]
  readonly notes: readonly InstrumentNote[]
}
