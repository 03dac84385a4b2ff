import type { Capsule } from '@/schema/capsule'
import type { Configuration } from '@/schema/configuration'

/** An instrument as its desks see it. */
export type DeskInstrument = {
  readonly id: string
  readonly tag: string
  readonly version: number
  readonly configuration: Configuration
}

/** What the range desk works with beside the instrument. */
export type Stock = readonly Capsule[]
