import { SIGNALS, type Signal } from './signal'

/** What carries an output, and how an instrument that has it is usually set. */
export type SignalKind = {
  readonly carrier: 'two-wire loop' | 'current' | 'voltage' | 'air' | 'dial or digits' | 'bus'
  readonly setBy: 'trims' | 'screws' | 'gauge'
}

/** Common practice, no source: 10–50 mA and air belong to instruments with two screws. */
const KINDS = {
  '4-20mA': { carrier: 'two-wire loop', setBy: 'trims' },
  '0-20mA': { carrier: 'current', setBy: 'trims' },
  '10-50mA': { carrier: 'current', setBy: 'screws' },
  '1-5V': { carrier: 'voltage', setBy: 'trims' },
  '0-5V': { carrier: 'voltage', setBy: 'trims' },
  '0-10V': { carrier: 'voltage', setBy: 'trims' },
  '3-15psi': { carrier: 'air', setBy: 'screws' },
  '20-100kPa': { carrier: 'air', setBy: 'screws' },
  display: { carrier: 'dial or digits', setBy: 'gauge' },
  'digital-value': { carrier: 'bus', setBy: 'trims' },
} as const satisfies Record<Signal, SignalKind>

export const signalKind = (signal: Signal): SignalKind => KINDS[signal]

/** A current of 4–20 mA in two wires: it has NE 43's levels, and may carry PV and AO beside it. */
export const isTwoWireLoop = (signal: Signal): boolean => KINDS[signal].carrier === 'two-wire loop'

/** The two-wire loop as loop cards reckon it. */
export const TWO_WIRE_LOOP = SIGNALS['4-20mA']
