import { ADJUSTABLE, type AdjustedFacts, adjustedByOf } from '../../adjust/adjustedBy'
import type { Adjustable } from '../../diagnosis/remedy'

/** What of an instrument says how it is adjusted. */
export type AdjustableFacts = { readonly configuration: AdjustedFacts }

/** How the instrument of a run is worked on. */
export const adjustableOf = ({ configuration }: AdjustableFacts): Adjustable => ADJUSTABLE[adjustedByOf(configuration)]

/** Whether zero and span are two screws that disturb each other. */
export const hasScrews = (world: AdjustableFacts): boolean => adjustableOf(world) === 'screws'
