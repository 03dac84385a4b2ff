/** Kinds of instruments, by what they measure and how they give it. */
export const INSTRUMENT_KINDS = {
  'pressure-transmitter': 'pressure transmitter',
  'dp-transmitter': 'differential-pressure transmitter',
  'level-transmitter': 'level transmitter (head)',
  'flow-transmitter': 'flow transmitter (differential pressure)',
  'vacuum-transmitter': 'vacuum transmitter',
  'pneumatic-transmitter': 'pneumatic transmitter',
  'dial-gauge': 'dial gauge',
  'digital-gauge': 'digital gauge',
  'vacuum-gauge': 'vacuum gauge',
} as const
export type InstrumentKind = keyof typeof INSTRUMENT_KINDS
export const INSTRUMENT_KIND_IDS = Object.keys(INSTRUMENT_KINDS) as InstrumentKind[] // keys of a const object
