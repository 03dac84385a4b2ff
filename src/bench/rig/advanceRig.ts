import { networkOf } from '../../core/run/work/hookUpNetwork'
import { openTo } from '../../core/run/work/hookUpState'
import type { RandomStream } from '../../core/statistics/randomStream'
import { celsiusOf } from '../../core/units/celsius'
import { convertPressure } from '../../core/units/pressureUnit'
import { readInstrument } from '../simulate/simulatedInstrument'
import { cooled, GAMMA, GAS_CONSTANT, type Gas, gasAt, leaked, letIn, letOut, pressureOf } from './gas'
import type { Rig, RigEvent, Room } from './rigModel'
import { cellPa, type Group, groupsOf, settled } from './settled'

/** Time is taken in steps of so much at most, s: shorter than anything that is looked at. */
const LONGEST_STEP = 0.25
/** A vent lets out so much of the room in a second. */
const VENT_ROOMS_PER_S = 3
/** No pump leaves nothing. Ours, no source. */
const HARDEST_VACUUM_PA = 0.5
/** What stays of an overload for good, % of span. Ours, no source. */
export const OVERLOAD_SHIFT_PERCENT = 0.8

/** The rig some time later. The same seed gives the same. */
export function advanceRig(rig: Rig, seconds: number, stream: RandomStream): Rig {
  const steps = Math.max(1, Math.ceil(seconds / LONGEST_STEP))
  let now = rig
  for (let step = 0; step < steps; step++) now = stepped(now, seconds / steps, stream)
  return now
}

function stepped(rig: Rig, seconds: number, stream: RandomStream): Rig {
  const gases: Record<Room, Gas> = { ...rig.gases }
  for (const group of groupsOf(rig))
    for (const room of group.rooms) gases[room] = passed(gases[room], room, { rig, group, seconds })
  const moved = settled({ ...throughLines(rig, gases, seconds), seconds: rig.seconds + seconds })
  return felt(filledByPot(moved, seconds), seconds, stream)
}

type Passing = { readonly rig: Rig; readonly group: Group; readonly seconds: number }

/** What time does to the gas of a place: walls, leaks, vent, source. */
function passed(gas: Gas, room: Room, { rig, group, seconds }: Passing): Gas {
  const { facts, sourcePa, regulatorPa } = rig
  const walls = { kelvin: facts.kelvin, timeConstant: facts.coolingSeconds }
  const leak = facts.leaksM3PerS[room] ?? 0
  const vent = group.opensTo === 'air' ? VENT_ROOMS_PER_S * gas.volumeM3 : 0
  const tight = cooled(gas, seconds, walls)
  const left = leak + vent > 0 ? leaked(tight, seconds, { toPa: facts.airPa, conductanceM3PerS: leak + vent }) : tight
  const isRegulated = regulatorPa !== null && group.rooms.includes('hose') && group.opensTo === null
  if (isRegulated)
    return regulated(left, Math.min(regulatorPa, facts.bottlePa ?? 0), {
      most: REGULATOR_PA_PER_S * seconds,
      kelvin: facts.kelvin,
    })
  const isDriven = sourcePa !== null && group.rooms.includes('hose') && group.opensTo === null
  return isDriven ? driven(left, sourcePa, { most: facts.slewPaPerS * seconds, kelvin: facts.kelvin }) : left
}

/** How fast a bottle fills the hose, Pa/s. Ours, no source. */
const REGULATOR_PA_PER_S = 4e5

/** A regulator lets gas in until its pressure stands, and lets nothing out: what is too much stays. */
function regulated(gas: Gas, setPa: number, { most, kelvin }: { most: number; kelvin: number }): Gas {
  const pa = pressureOf(gas)
  const rise = Math.min(most, setPa - pa)
  return rise <= 0 ? gas : letIn(gas, (rise * gas.volumeM3) / (GAS_CONSTANT * GAMMA * kelvin), kelvin)
}

/** What is open to the process through a line that is slow comes to its pressure by a first-order lag. */
function throughLines(rig: Rig, gases: Record<Room, Gas>, seconds: number): Rig {
  const { lineSeconds, kelvin, processPa } = rig.facts
  if (lineSeconds === undefined) return { ...rig, gases }
  const share = 1 - Math.exp(-seconds / lineSeconds)
  const next = { ...gases }
  for (const { rooms, opensTo } of groupsOf(rig)) {
    if (opensTo === null || opensTo === 'air') continue
    const to = opensTo === 'process-high' ? processPa.high : processPa.low
    for (const room of rooms) {
      const pa = pressureOf(gases[room])
      next[room] = gasAt(pa + share * (to - pa), kelvin, gases[room].volumeM3)
    }
  }
  return { ...rig, gases: next }
}

/** In service steam condenses in its pot, and the leg is full again after a while. */
function filledByPot(rig: Rig, seconds: number): Rig {
  const { potSeconds, piping } = rig.facts
  if (potSeconds === undefined || rig.hookUp.isFilled) return rig.potFor === 0 ? rig : { ...rig, potFor: 0 }
  const isOnSteam = openTo('cell-low', rig.hookUp, networkOf(piping)).has('process-low')
  const isVented = openTo('cell-low', rig.hookUp, networkOf(piping)).has('air')
  if (!isOnSteam || isVented) return { ...rig, potFor: 0 }
  const potFor = rig.potFor + seconds
  return potFor < potSeconds ? { ...rig, potFor } : { ...rig, potFor: 0, hookUp: { ...rig.hookUp, isFilled: true } }
}

/** A source lets gas in or out until its pressure stands, as fast as it may. */
function driven(gas: Gas, setPa: number, { most, kelvin }: { most: number; kelvin: number }): Gas {
  const pa = pressureOf(gas)
  const wanted = pa + Math.max(-most, Math.min(most, setPa - pa))
  if (wanted > pa) return letIn(gas, ((wanted - pa) * gas.volumeM3) / (GAS_CONSTANT * GAMMA * kelvin), kelvin)
  return letOut(gas, gas.mol * (1 - (Math.max(HARDEST_VACUUM_PA, wanted) / pa) ** (1 / GAMMA)))
}

/** The instrument feels what stands at its cell; what is too much for it stays with it. */
function felt(rig: Rig, seconds: number, stream: RandomStream): Rig {
  const { facts } = rig
  const pa = cellPa(rig)
  const pressure = convertPressure(pa, 'Pa', facts.unit)
  const powered = inLoop(rig)
  const stimulus = {
    pressure,
    seconds,
    celsius: celsiusOf(facts.kelvin),
    staticMPa: 0,
    tiltDegrees: 0,
    isTapped: false,
  }
  const { reading, state } = readInstrument(powered, rig.instrument, { stimulus, stream })
  const read: Rig = { ...rig, instrument: state, reading }
  return Math.abs(pa) > facts.overloadPa ? overloaded(read, pa) : read
}

/** The instrument in its loop: without supply it drives nothing, and held at a current it drives that. */
function inLoop({ model, hasSupply, fixedMilliamp }: Rig): Rig['model'] {
  const { output } = model
  if (!output) return model
  if (!hasSupply) return { ...model, output: { ...output, supplyVolts: 0 } }
  if (fixedMilliamp === null) return model
  // What it believes to send passes its own stage, so that a trim is seen.
  return { ...model, output: { ...output, failureMilliamp: fixedMilliamp * output.gain + output.offsetMilliamp } }
}

function overloaded(rig: Rig, pa: number): Rig {
  const known = rig.events.some(({ kind }) => kind === 'overload')
  if (known) return rig
  const event: RigEvent = { at: rig.seconds, kind: 'overload', pa }
  const { model } = rig
  const shift = (Math.sign(pa) * OVERLOAD_SHIFT_PERCENT * Math.abs(model.range.urv - model.range.lrv)) / 100
  return {
    ...rig,
    events: [...rig.events, event],
    model: { ...model, sensor: { ...model.sensor, offset: model.sensor.offset + shift } },
  }
}
