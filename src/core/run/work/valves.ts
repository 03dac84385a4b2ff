import type { HookUp } from '../plan/hookUp'

/** The valves of a hook-up, as they are called at the instrument. */
export const VALVES = {
  high: 'block valve, high side',
  low: 'block valve, low side',
  block: 'block valve',
  equalise: 'equalising valve',
  'equalise-high': 'equalising valve, high side',
  'equalise-low': 'equalising valve, low side',
  vent: 'vent',
  'vent-high': 'vent, high side',
  'vent-low': 'vent, low side',
  gas: 'gas inlet',
} as const
export type Valve = keyof typeof VALVES
export type ValveState = 'open' | 'closed'
export type ValveStates = Readonly<Partial<Record<Valve, ValveState>>>

const THREE_VALVE: ValveStates = {
  high: 'open',
  low: 'open',
  equalise: 'closed',
  'vent-high': 'closed',
  'vent-low': 'closed',
}

/** How the valves stand while the instrument is in service. */
export const IN_SERVICE: Record<HookUp, ValveStates> = {
  direct: { block: 'open', vent: 'closed' },
  'two-valve': { block: 'open', vent: 'closed' },
  'three-valve': THREE_VALVE,
  'wet-leg': THREE_VALVE,
  pneumatic: THREE_VALVE,
  'five-valve': {
    high: 'open',
    low: 'open',
    'equalise-high': 'closed',
    'equalise-low': 'closed',
    vent: 'closed',
  },
  'remote-seal': { high: 'open', low: 'open', 'vent-high': 'closed', 'vent-low': 'closed' },
  'vacuum-manifold': { block: 'open', gas: 'closed' },
  bench: {},
}
