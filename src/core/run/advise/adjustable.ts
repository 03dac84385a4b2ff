import type { Adjustable } from '../../diagnosis/remedy'
import type { Signal } from '../../signal/signal'
import { signalKind } from '../../signal/signalKind'

/** What of an instrument says how it is adjusted. */
export type AdjustableFacts = { readonly configuration: { readonly kind: string; readonly signal: Signal } }

/** How the instrument of a run is adjusted. */
export function adjustableOf(world: AdjustableFacts): Adjustable {
  return hasScrews(world) ? 'screws' : signalKind(world.configuration.signal).setBy
}

/** Whether zero and span are two screws that disturb each other. Common practice, no source. */
export const hasScrews = ({ configuration: { kind, signal } }: AdjustableFacts): boolean =>
  kind === 'pneumatic-transmitter' || signalKind(signal).setBy === 'screws'
