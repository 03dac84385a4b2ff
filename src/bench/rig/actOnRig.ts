import { Refusal } from '../../core/refusal'
import { hazardsOfChange } from '../../core/run/work/hookUpHazards'
import { networkOf } from '../../core/run/work/hookUpNetwork'
import { afterChange, type Change } from '../../core/run/work/hookUpState'
import type { Valve, ValveState } from '../../core/run/work/valves'
import { convertPressure } from '../../core/units/pressureUnit'
import { turnScrew } from '../simulate/screws'
import { type Written, writtenTo } from './communicator'
import { gasAt, letIn, squeezed } from './gas'
import { type Rig, type RigEvent, roomOf } from './rigModel'
import { settled } from './settled'

/** One thing done at the rig. */
export type RigAct =
  | { readonly act: 'valve'; readonly valve: Valve; readonly to: ValveState }
  | { readonly act: 'hose'; readonly to: 'on' | 'off' }
  | { readonly act: 'pump'; readonly to: 'vented' | 'at-work' }
  | { readonly act: 'stroke' }
  /** The pump’s screw, 0 all out … 1 all in. */
  | { readonly act: 'press'; readonly to: number }
  /** A source that sets its own pressure: gauge, or absolute for an absolute instrument, in the unit; null lets go. */
  | { readonly act: 'source'; readonly to: number | null }
  /** A regulator on a bottle, up to a pressure as of a source; null shuts it. */
  | { readonly act: 'regulator'; readonly to: number | null }
  | { readonly act: 'supply'; readonly to: 'on' | 'off' }
  | { readonly act: 'screw'; readonly screw: 'zero' | 'span'; readonly turns: number }
  | { readonly act: 'fill'; readonly to: 'lost' | 'refilled' }
  | { readonly act: 'write'; readonly written: Written }

/**
 * The rig after one thing was done; no time has passed. What comes of a wrong order is among its events.
 *
 * @throws {Refusal} for a valve that is not there, an instrument without screws, and as {@link writtenTo}
 */
export function actOnRig(rig: Rig, act: RigAct): Rig {
  switch (act.act) {
    case 'valve':
      if (rig.hookUp.valves[act.valve] === undefined)
        throw new Refusal('valve', 'this hook-up has no such valve', 'choose one that is drawn')
      return piped(rig, { valve: act.valve, to: act.to })
    case 'hose':
      return piped(rig, { rig: { hose: act.to } })
    case 'pump':
      return piped(rig, { rig: { pump: act.to } })
    case 'fill':
      return piped(rig, { fill: act.to })
    case 'stroke':
      return stroked(rig)
    case 'press':
      return pressed(rig, act.to)
    case 'source':
      return { ...rig, sourcePa: act.to === null ? null : absolutePa(rig, act.to) }
    case 'regulator':
      if (rig.facts.bottlePa === undefined) throw new Refusal('regulator', 'there is no bottle here', 'use the pump')
      return { ...rig, regulatorPa: act.to === null ? null : absolutePa(rig, act.to) }
    case 'supply':
      return { ...rig, hasSupply: act.to === 'on' }
    case 'screw':
      if (!rig.model.screws) throw new Refusal('screw', 'this instrument has no screws', 'trim it by its communicator')
      return { ...rig, instrument: turnScrew(rig.model, rig.instrument, act) }
    case 'write':
      return writtenTo(rig, act.written)
    default:
      return act satisfies never
  }
}

/** Valves, hose, pump’s vent, fill: what is then open to what, and what is wrong with the way there. */
function piped(rig: Rig, change: Change): Rig {
  const network = networkOf(rig.facts.piping)
  const hazards = hazardsOfChange(rig.hookUp, change, network)
  const moved = afterChange(rig.hookUp, change, network)
  // What can run out does: a leg that is open to the air or to the other side holds nothing.
  const hasRunOut = hazards.some((hazard) => hazard === 'fill-lost' || hazard === 'leg-lost')
  const hookUp = hasRunOut ? { ...moved, isFilled: false } : moved
  const events = hazards.map((hazard): RigEvent => ({ at: rig.seconds, kind: 'hazard', hazard }))
  const isNew = (event: RigEvent) =>
    !rig.events.some((known) => known.kind === 'hazard' && event.kind === 'hazard' && known.hazard === event.hazard)
  return settled({ ...rig, hookUp, events: [...rig.events, ...events.filter(isNew)] })
}

/** One stroke takes air and pushes it into the hose, unless the pump is vented: then it goes back into the air. */
function stroked(rig: Rig): Rig {
  if (rig.hookUp.rig.pump === 'vented') return rig
  const { facts, gases } = rig
  const { mol } = gasAt(facts.airPa, facts.kelvin, facts.pump.strokeM3)
  return settled({ ...rig, gases: { ...gases, hose: letIn(gases.hose, mol, facts.kelvin) } })
}

/** The screw takes room away from the hose, or gives it back; at its end it goes no further. */
function pressed(rig: Rig, to: number): Rig {
  const screw = Math.min(1, Math.max(0, to))
  const gases = { ...rig.gases, hose: squeezed(rig.gases.hose, roomOf(rig.facts, 'hose', screw)) }
  const end: RigEvent[] =
    to > 1
      ? [{ at: rig.seconds, kind: 'travel-ends', end: 'in' }]
      : to < 0
        ? [{ at: rig.seconds, kind: 'travel-ends', end: 'out' }]
        : []
  return settled({ ...rig, screw, gases, events: [...rig.events, ...end] })
}

function absolutePa({ facts }: Rig, to: number): number {
  const pa = convertPressure(to, facts.unit, 'Pa')
  return facts.piping.pressureKind === 'absolute' ? pa : facts.airPa + pa
}
