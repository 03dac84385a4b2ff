import type { Adjustable } from '../../diagnosis/remedy'
import type { Signal } from '../../signal/signal'

/** What of an instrument says how it is adjusted. */
export type AdjustableFacts = { readonly configuration: { readonly kind: string; readonly signal: Signal } }

/** How the instrument of a run is adjusted. */
export function adjustableOf(world: AdjustableFacts): Adjustable {
  if (hasScrews(world)) return 'screws'
  return world.configuration.signal === 'display' ? 'gauge' : 'trims'
}

/** Whether zero and span are two screws that disturb each other. Common practice, no source. */
export const hasScrews = ({ configuration: { kind, signal } }: AdjustableFacts): boolean =>
  kind === 'pneumatic-transmitter' || signal === '10-50mA' || signal === '3-15psi' || signal === '20-100kPa'
