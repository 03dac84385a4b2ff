import { type Network, type Node, networkOf, type PipingFacts } from './hookUpNetwork'
import { NO_RIG, type Rig } from './rig'
import { IN_SERVICE, type Valve, type ValveStates } from './valves'
import type { WorkStep } from './workStep'

/** What presses in a place: the process, the pump, or nothing beyond the air. */
export type Pressure = 'process' | 'pump' | 'none'

/** How valves, hose, pump and fill stand, and what pressure stands where. */
export type HookUpState = {
  readonly valves: ValveStates
  readonly rig: Rig
  readonly pressures: Readonly<Record<Node, Pressure>>
  /** Whether body and leg hold their fill; always true where there is no filled leg. */
  readonly isFilled: boolean
}

const CLOSED_OFF: Record<Node, Pressure> = {
  'process-high': 'process',
  'process-low': 'process',
  'cell-high': 'none',
  'cell-low': 'none',
  middle: 'none',
  hose: 'none',
  air: 'none',
}

/** As it stands in service; on the bench, as it came there. */
export function inService(facts: PipingFacts): HookUpState {
  const network = networkOf(facts)
  const there = new Set(network.links.map(({ valve }) => valve))
  const valves = Object.fromEntries(
    Object.entries(IN_SERVICE[facts.hookUp]).filter(([valve]) => there.has(valve as Valve)), // keys are valves
  )
  const process = facts.isByGlass ? 'none' : 'process'
  const pressures = { ...CLOSED_OFF, 'process-high': process, 'process-low': process } as const
  const closedOff: HookUpState = { valves, rig: NO_RIG, pressures, isFilled: true }
  return { ...closedOff, pressures: settled(closedOff, network) }
}

/** One thing that a step changes, by itself. */
export type Change =
  | { readonly valve: Valve; readonly to: 'open' | 'closed' }
  | { readonly rig: Partial<Rig> }
  | { readonly fill: 'lost' | 'refilled' }

/** What a step changes, piece by piece: rig and fill first, then its valves. */
export function changesOf({ valves = {}, rig, fill }: WorkStep): Change[] {
  return [
    ...(rig ? Object.entries(rig).map(([part, to]) => ({ rig: { [part]: to } })) : []),
    ...(fill ? [{ fill }] : []),
    ...Object.entries(valves).map(([valve, to]) => ({ valve: valve as Valve, to })), // keys are valves
  ]
}

/** How it stands after one change. */
export function afterChange(state: HookUpState, change: Change, network: Network): HookUpState {
  const next = changed(state, change)
  return { ...next, pressures: settled(next, network) }
}

function changed(state: HookUpState, change: Change): HookUpState {
  if ('valve' in change) return { ...state, valves: { ...state.valves, [change.valve]: change.to } }
  if ('rig' in change) return { ...state, rig: { ...state.rig, ...change.rig } }
  return { ...state, isFilled: change.fill === 'refilled' }
}

/** How it stands after a step. */
export const afterStep = (state: HookUpState, step: WorkStep, network: Network): HookUpState =>
  changesOf(step).reduce<HookUpState>((now, change) => afterChange(now, change, network), state)

/** Every place that is open to a place, itself among them. */
export function openTo(node: Node, { valves, rig }: Pick<HookUpState, 'valves' | 'rig'>, network: Network): Set<Node> {
  const pairs: (readonly [Node, Node])[] = network.links
    .filter(({ valve }) => valves[valve] === 'open')
    .map(({ between }) => between)
  if (rig.hose === 'on') pairs.push(['hose', network.hoseAt])
  if (rig.pump === 'vented') pairs.push(['hose', 'air'])
  const found = new Set([node])
  for (const each of found)
    for (const [from, to] of pairs) {
      // The air is no pipe: two places that are vented are not one place.
      if (each === 'air' && node !== 'air') continue
      if (each === from) found.add(to)
      if (each === to) found.add(from)
    }
  return found
}

const STRONGEST: readonly Pressure[] = ['process', 'pump', 'none']

/** The pressure everywhere once it has spread: what is open to the air has none, what is shut in keeps what it had. */
function settled(state: HookUpState, network: Network): Record<Node, Pressure> {
  const pressures = { ...state.pressures }
  for (const node of Object.keys(CLOSED_OFF) as Node[]) {
    if (node === 'air' || node.startsWith('process')) continue
    const together = openTo(node, state, network)
    pressures[node] = pressureOf(together, state)
  }
  return pressures
}

function pressureOf(together: ReadonlySet<Node>, { rig, pressures }: HookUpState): Pressure {
  if (together.has('process-high') || together.has('process-low')) return pressures['process-high']
  if (together.has('air')) return 'none'
  if (together.has('hose') && rig.pump === 'at-work') return 'pump'
  return STRONGEST.find((pressure) => [...together].some((node) => pressures[node] === pressure)) ?? 'none'
}
