import type { Adjustable } from '../diagnosis/remedy'
import { isTransmitted, type Signal } from '../signal/signal'
import { signalKind } from '../signal/signalKind'
import { ACTS, type AdjustmentKind } from './adjustmentKind'

/** How an instrument is adjusted: a fact of the instrument, which its output only suggests. */
export const ADJUSTED_BY = {
  screws: 'two screws, zero and span',
  'screws-and-link': 'two screws, and a span link',
  trims: 'digital trims',
  buttons: 'buttons at the instrument',
  pointer: 'pointer, set on its shaft',
  dial: 'dial, turned to zero',
  'gauge-sequence': 'digital gauge: its own points',
  factory: 'the factory only',
} as const
export type AdjustedBy = keyof typeof ADJUSTED_BY
export const ADJUSTED_BY_IDS = Object.keys(ADJUSTED_BY) as AdjustedBy[] // keys of a const object

/** What of an instrument says how it may be adjusted, and how it is. */
export type AdjustedFacts = {
  readonly kind: string
  readonly signal: Signal
  readonly adjustedBy?: AdjustedBy | undefined
  readonly body?: { readonly links: readonly unknown[] } | undefined
}

/** What an output leaves possible: air has no trims, and what is only read off a dial has no screws of a transmitter. */
export function possibleAdjustedBy({ kind, signal }: Pick<AdjustedFacts, 'kind' | 'signal'>): readonly AdjustedBy[] {
  if (!isTransmitted(signal) && signal !== 'digital-value')
    return kind === 'dial-gauge' ? ['pointer', 'dial', 'screws', 'factory'] : ['gauge-sequence', 'screws', 'factory']
  if (signalKind(signal).carrier === 'air' || kind === 'pneumatic-transmitter')
    return ['screws', 'screws-and-link', 'factory']
  if (signalKind(signal).carrier === 'bus') return ['trims', 'buttons', 'factory']
  return ['trims', 'buttons', 'screws', 'screws-and-link', 'factory']
}

/** How an instrument of this kind and output is usually adjusted. Common practice, no source. */
export function usualAdjustedBy({ kind, signal, body }: AdjustedFacts): AdjustedBy {
  if (signalKind(signal).setBy === 'gauge') return kind === 'dial-gauge' ? 'pointer' : 'gauge-sequence'
  if (kind !== 'pneumatic-transmitter' && signalKind(signal).setBy !== 'screws') return 'trims'
  return body && body.links.length > 0 ? 'screws-and-link' : 'screws'
}

/** How it is adjusted, as registered; as is usual for it where nobody has said. */
export const adjustedByOf = (facts: AdjustedFacts): AdjustedBy => facts.adjustedBy ?? usualAdjustedBy(facts)

/** By which rules it is worked on. */
export const ADJUSTABLE: Record<AdjustedBy, Adjustable> = {
  screws: 'screws',
  'screws-and-link': 'screws',
  trims: 'trims',
  buttons: 'buttons',
  pointer: 'dial',
  dial: 'dial',
  'gauge-sequence': 'gauge',
  factory: 'factory',
}

const SCREWS: readonly AdjustmentKind[] = ['zero-screw', 'span-screw']
const SENSOR_TRIMS: readonly AdjustmentKind[] = ['zero-trim', 'lower-sensor-trim', 'upper-sensor-trim']
const GAUGE_POINTS: Record<string, readonly AdjustmentKind[]> = {
  'vacuum-gauge': ['excitation', 'vacuum-span', 'vacuum-zero'],
}
const DIGITAL_GAUGE: readonly AdjustmentKind[] = [
  'gauge-zero',
  'gauge-full-scale',
  'gauge-mid-scale',
  'gauge-near-vacuum',
  'factory-values',
  'field-values',
]

/** Kinds of acts that exist on an instrument beside cleaning and other work, in the order they are looked for. */
export function ownActs(facts: AdjustedFacts): readonly AdjustmentKind[] {
  const by = adjustedByOf(facts)
  switch (by) {
    case 'screws':
      return SCREWS
    case 'screws-and-link':
      return [...SCREWS, 'span-link']
    case 'trims':
    case 'buttons':
      return isTransmitted(facts.signal) ? [...SENSOR_TRIMS, 'output-trim'] : SENSOR_TRIMS
    case 'pointer':
      return ['pointer-set', 'movement-span']
    case 'dial':
      return ['dial-zero', 'movement-span']
    case 'gauge-sequence':
      return GAUGE_POINTS[facts.kind] ?? DIGITAL_GAUGE
    case 'factory':
      return []
    default:
      return by satisfies never
  }
}

/** Every kind of act that may be recorded on an instrument in Adjust. */
export const actsOn = (facts: AdjustedFacts): readonly AdjustmentKind[] => [...ownActs(facts), 'cleaning', 'other']

/** Trims of the sensor are seen in PV, the digital reading; the output follows it through a stage of its own. */
export const isInPv = (kind: AdjustmentKind): boolean => ACTS[kind].seenIn === 'pv'
