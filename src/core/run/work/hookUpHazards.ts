import { type Network, type Node, networkOf, type PipingFacts } from './hookUpNetwork'
import { afterChange, type Change, changesOf, type HookUpState, inService, openTo } from './hookUpState'
import { VALVES } from './valves'
import type { WorkStep } from './workStep'

/** What must never come about on the way out of service and back. */
export const HAZARDS = {
  'one-side': 'one side of the cell alone would stand under process pressure',
  'vent-to-process': 'a vent would be open to the process',
  bypass: 'the process would run from one side to the other through the equaliser',
  'hose-at-process': 'the hose would stand under process pressure',
  'hose-under-pressure': 'the hose would be put on or taken off under pressure',
  'leg-lost': 'the filled leg would run out',
  'fill-lost': 'what is filled in would be lost without a word',
  'not-filled': 'the leg’s valve would be opened with the fill missing',
} as const
export type Hazard = keyof typeof HAZARDS

/** Hazards of one change, seen from the state before it. */
export function hazardsOfChange(before: HookUpState, change: Change, network: Network): Hazard[] {
  const after = afterChange(before, change, network)
  return [...hazardsOfState(after, network), ...hazardsOnTheWay(before, { change, after }, network)]
}

/** What is wrong with a state by itself. */
function hazardsOfState(state: HookUpState, network: Network): Hazard[] {
  const { pressures } = state
  const isLive = pressures['process-high'] === 'process'
  const [high, low] = (['process-high', 'process-low'] as const).map((node) => openTo(node, state, network))
  const isOneSided =
    network.hasLowSide && (pressures['cell-high'] === 'process') !== (pressures['cell-low'] === 'process')
  const found: (Hazard | false)[] = [
    isOneSided && 'one-side',
    isLive && (high?.has('air') || low?.has('air')) === true && 'vent-to-process',
    isLive && high?.has('process-low') === true && 'bypass',
    state.rig.hose === 'on' && pressures[network.hoseAt] === 'process' && 'hose-at-process',
    // Said and filled again it is no loss: a cold drum is flushed through on purpose.
    network.hasFilledLeg && state.isFilled && (low?.has('cell-high') || low?.has('air')) === true && 'leg-lost',
  ]
  return found.filter((hazard) => hazard !== false)
}

/** What is wrong with the way from one state to the next. */
function hazardsOnTheWay(
  before: HookUpState,
  { change, after }: { readonly change: Change; readonly after: HookUpState },
  network: Network,
): Hazard[] {
  const found: Hazard[] = []
  if (before.rig.hose !== after.rig.hose && before.pressures[network.hoseAt] !== 'none')
    found.push('hose-under-pressure')
  if (before.rig.hose !== after.rig.hose && before.rig.pump === 'at-work') found.push('hose-under-pressure')
  if (!network.hasFilledLeg || !('valve' in change)) return found
  const drains = openTo('cell-low', after, network).has('air')
  if (drains && before.isFilled && change.to === 'open') found.push('fill-lost')
  if (change.valve === 'low' && change.to === 'open' && !before.isFilled) found.push('not-filled')
  return found
}

/**
 * Hazards of a step, in whatever order its valves are moved: a step says what is to be moved, not which comes first.
 * Valves that are moved together are looked at as they stand in the end.
 */
export function hazardsOfStep(before: HookUpState, step: WorkStep, network: Network): Hazard[] {
  const changes = changesOf(step)
  if (step.isTogether) {
    const [last, ...earlier] = changes.toReversed()
    const almost = earlier
      .toReversed()
      .reduce<HookUpState>((state, change) => afterChange(state, change, network), before)
    return last ? hazardsOfChange(almost, last, network) : []
  }
  const fixed = changes.filter((change) => !('valve' in change))
  const valves = changes.filter((change) => 'valve' in change)
  const found = orders(valves).flatMap((order) => {
    let state = before
    return [...fixed, ...order].flatMap((change) => {
      const hazards = hazardsOfChange(state, change, network)
      state = afterChange(state, change, network)
      return hazards
    })
  })
  return [...new Set(found)]
}

const orders = <T>(items: readonly T[]): T[][] =>
  items.length < 2
    ? [[...items]]
    : items.flatMap((item, index) => orders(items.toSpliced(index, 1)).map((rest) => [item, ...rest]))

/**
 * Why pressure would not reach the cell, and the cell alone, as the valves stand; empty where the reference sees the cell
 * and nothing leaks away. Common practice, no source.
 */
export function readinessFaults(state: HookUpState, facts: PipingFacts): string[] {
  if (facts.isByGlass) return glassFaults(state, facts)
  const network = networkOf(facts)
  const seen = openTo('hose', { ...state, rig: { ...state.rig, pump: 'at-work' } }, network)
  const leaks = network.links.filter(
    ({ valve, between }) =>
      state.valves[valve] === 'open' &&
      // From a place of the pump's to where pressure is lost: what is open to the air by itself is no leak of the pump.
      between.some((node) => seen.has(node) && !isOutside(node)) &&
      between.some(isOutside),
  )
  const other = network.hoseAt === 'cell-high' ? 'cell-low' : 'cell-high'
  const isEqualised = network.hasLowSide && seen.has(other)
  const isOtherShut = network.hasLowSide && !isEqualised && !openTo(other, state, network).has('air')
  return [
    ...(state.rig.hose === 'off' ? ['the hose of the reference is not on'] : []),
    ...leaks.map(({ valve }) => `${VALVES[valve]} is open: pressure runs away through it`),
    ...(isEqualised
      ? ['the equaliser is open: both sides get the same pressure, and the output stays at nothing']
      : []),
    ...(isOtherShut
      ? [
          other === 'cell-low'
            ? 'the low side is shut in: it is to be open to air, or on the reference’s low port'
            : 'the high side is shut in: it is to be open to air, or on the reference’s high port',
        ]
      : []),
  ]
}

const isOutside = (node: Node) => node === 'air' || node.startsWith('process')

/** A drum read by its glass: both sides on the drum, shut off from each other and from the air, the leg full. */
function glassFaults(state: HookUpState, facts: PipingFacts): string[] {
  const wrong = Object.entries(inService(facts).valves).filter(
    ([valve, position]) => state.valves[valve as keyof typeof VALVES] !== position, // keys are valves
  )
  return [
    ...wrong.map(
      ([valve]) => `${VALVES[valve as keyof typeof VALVES]} is ${state.valves[valve as keyof typeof VALVES]}`,
    ),
    ...(state.isFilled ? [] : ['the leg is not filled again']),
  ]
}

/** Whether it stands as in service: every valve as it was, nothing connected, the fill whole. */
export function isInService(state: HookUpState, facts: PipingFacts): boolean {
  const wanted = inService(facts)
  return (
    state.rig.hose === 'off' &&
    state.isFilled &&
    Object.entries(wanted.valves).every(([valve, position]) => state.valves[valve as keyof typeof VALVES] === position)
  )
}
