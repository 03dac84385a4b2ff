import type { PressureKind } from '../../units/pressureKind'
import type { HookUp } from '../plan/hookUp'
import type { PumpSide } from './pumpSide'
import type { Valve } from './valves'

/** Places that pressure stands in. `cell-low` is left out where nothing but air is on that side for good. */
export type Node = 'process-high' | 'process-low' | 'cell-high' | 'cell-low' | 'middle' | 'hose' | 'air'

/** What of an instrument decides its piping. */
export type PipingFacts = {
  readonly hookUp: HookUp
  readonly pressureKind: PressureKind
  /** High where nothing is said. */
  readonly pumpSide?: PumpSide | undefined
  /** The gauge glass of a cold drum is its reference: it stays on its process, which has no pressure. */
  readonly isByGlass?: true | undefined
}

/** A hook-up as pipes between places, each with a valve in it. */
export type Network = {
  readonly links: readonly { readonly valve: Valve; readonly between: readonly [Node, Node] }[]
  /** Whether the low side of the cell is a place of its own, which the process may press on. */
  readonly hasLowSide: boolean
  /** Where the hose of the reference is put on. On a bench there is one place alone, whichever side it is. */
  readonly hoseAt: 'cell-high' | 'cell-low'
  /** Whether the low side hangs on a filled leg. */
  readonly hasFilledLeg: boolean
}

const link = (valve: Valve, ...between: [Node, Node]) => ({ valve, between })

const ONE_SIDE = [link('block', 'process-high', 'cell-high'), link('vent', 'cell-high', 'air')]
const BLOCKS = [link('high', 'process-high', 'cell-high'), link('low', 'process-low', 'cell-low')]
const VENTS = [link('vent-high', 'cell-high', 'air'), link('vent-low', 'cell-low', 'air')]
const THREE_VALVE = [...BLOCKS, link('equalise', 'cell-high', 'cell-low'), ...VENTS]

const LINKS: Record<HookUp, Network['links']> = {
  direct: ONE_SIDE,
  'two-valve': ONE_SIDE,
  'three-valve': THREE_VALVE,
  pneumatic: THREE_VALVE,
  'wet-leg': THREE_VALVE,
  'five-valve': [
    ...BLOCKS,
    link('equalise-high', 'cell-high', 'middle'),
    link('equalise-low', 'middle', 'cell-low'),
    link('vent', 'middle', 'air'),
  ],
  'remote-seal': [...BLOCKS, ...VENTS],
  // Dry gas is let in at about the pressure of the air.
  'vacuum-manifold': [link('block', 'process-high', 'cell-high'), link('gas', 'cell-high', 'air')],
  bench: [],
}

/** One seal has no low side: its valves are not there. */
const isOnOneSeal = ({ hookUp, pressureKind }: PipingFacts) =>
  hookUp === 'remote-seal' && pressureKind !== 'differential'

/** The pipes of a hook-up. ISA-51.1 knows block, equalising and vent valves by these names; the piping is common practice. */
export function networkOf(facts: PipingFacts): Network {
  const links = LINKS[facts.hookUp].filter(
    ({ between }) => !isOnOneSeal(facts) || !between.some((node) => node === 'cell-low'),
  )
  const hasLowSide = links.some(({ between }) => between.includes('cell-low'))
  return {
    links,
    hasLowSide,
    hoseAt: hasLowSide && facts.pumpSide === 'low' ? 'cell-low' : 'cell-high',
    hasFilledLeg: facts.hookUp === 'wet-leg',
  }
}

/** The valves that are there. */
export const valvesOf = (facts: PipingFacts): ReadonlySet<Valve> =>
  new Set(networkOf(facts).links.map(({ valve }) => valve))
