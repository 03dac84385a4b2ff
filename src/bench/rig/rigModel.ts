import type { Hazard } from '../../core/run/work/hookUpHazards'
import { networkOf, type PipingFacts } from '../../core/run/work/hookUpNetwork'
import { type HookUpState, inService } from '../../core/run/work/hookUpState'
import type { PressureUnit } from '../../core/units/pressureUnit'
import type { InstrumentModel } from '../simulate/instrumentModel'
import { AT_REST, type InstrumentState } from '../simulate/instrumentState'
import type { SimulatedReading } from '../simulate/simulatedInstrument'
import { type Gas, gasAt } from './gas'

/** Places that hold gas of their own. */
export const ROOMS = ['hose', 'cell-high', 'cell-low', 'middle'] as const
export type Room = (typeof ROOMS)[number]

/** An error of a reference or a meter: what it shows is `gain` times what is there and `offset` more; its last digit. */
export type ShownError = { readonly gain: number; readonly offset: number; readonly step: number }

/** What does not change while somebody works on the rig. Pressures absolute in Pa unless said otherwise. */
export type RigFacts = {
  readonly piping: PipingFacts
  /** Unit of the instrument’s range, of set points and of what the reference shows. */
  readonly unit: PressureUnit
  readonly kelvin: number
  readonly airPa: number
  readonly processPa: { readonly high: number; readonly low: number }
  readonly volumesM3: Readonly<Record<Room, number>>
  /** How fast the gas takes the temperature of its walls, s. */
  readonly coolingSeconds: number
  /** Volume a second at the whole pressure; left out where it is tight. */
  readonly leaksM3PerS: Readonly<Partial<Record<Room, number>>>
  /** Air that one stroke of the hand pump takes, and the room its screw can take away from the hose. */
  readonly pump: { readonly strokeM3: number; readonly screwM3: number }
  /** How fast a source that sets its own pressure may move, Pa/s. */
  readonly slewPaPerS: number
  /** Difference across the cell that it stands without harm, Pa. */
  readonly overloadPa: number
  /** Pressure of the filled leg on the low side, Pa; zero without one. */
  readonly legPa: number
  readonly reference: ShownError
  readonly meter: ShownError
  /** How the panel shows the current, in the unit of the range; left out where none is looked at. */
  readonly host?: ShownError
  /** Time constant of the impulse lines, s; left out where they are short and clear. */
  readonly lineSeconds?: number
  /** Fill of remote seals: its head on the high side, and what a kelvin more adds to it, Pa. */
  readonly seal?: { readonly headPa: number; readonly paPerKelvin: number; readonly atKelvin: number }
  /** How long steam takes to fill a leg from its condensate pot again, in service, s; left out where it does not. */
  readonly potSeconds?: number
  /** Pressure of the bottle behind a regulator; left out where there is none. */
  readonly bottlePa?: number
}

/** Something that came about, told without drama. */
export type RigEvent =
  | { readonly at: number; readonly kind: 'hazard'; readonly hazard: Hazard }
  | { readonly at: number; readonly kind: 'overload'; readonly pa: number }
  | { readonly at: number; readonly kind: 'travel-ends'; readonly end: 'in' | 'out' }

/** The rig at a moment. A new one comes of every act and of time; none is changed. */
export type Rig = {
  readonly facts: RigFacts
  /** Since it was set up, s. */
  readonly seconds: number
  readonly hookUp: HookUpState
  readonly gases: Readonly<Record<Room, Gas>>
  /** The pump’s screw: 0 all out, 1 all in. */
  readonly screw: number
  /** What a source that sets its own pressure holds, absolute Pa; null where it does not. */
  readonly sourcePa: number | null
  readonly hasSupply: boolean
  /** What a regulator lets in up to, absolute Pa; it lets nothing out. Null where it is shut. */
  readonly regulatorPa: number | null
  /** How long steam has stood on an empty leg, s. */
  readonly potFor: number
  readonly isProtected: boolean
  /** What the loop current is held at, mA; null where it follows. */
  readonly fixedMilliamp: number | null
  /** Where the sensor was last trimmed at its lower end; null where it never was. */
  readonly lowerTrim: number | null
  readonly model: InstrumentModel
  readonly instrument: InstrumentState
  /** What the instrument gives; null before it was first looked at. */
  readonly reading: SimulatedReading | null
  readonly events: readonly RigEvent[]
}

/** A rig before anybody touches it: the instrument in service, the pump vented, its screw half way. */
export function rigOf(facts: RigFacts, model: InstrumentModel): Rig {
  const hookUp = inService(facts.piping)
  const { hasLowSide } = networkOf(facts.piping)
  const isBench = facts.piping.hookUp === 'bench'
  const pa: Record<Room, number> = {
    hose: facts.airPa,
    'cell-high': isBench ? facts.airPa : facts.processPa.high,
    'cell-low': isBench || !hasLowSide ? facts.airPa : facts.processPa.low,
    middle: facts.airPa,
  }
  const gases = Object.fromEntries(
    ROOMS.map((room) => [room, gasAt(pa[room], facts.kelvin, roomOf(facts, room, HALF_WAY))]),
  ) as Record<Room, Gas> // of every room
  return {
    ...{
      facts,
      model,
      hookUp,
      gases,
      seconds: 0,
      screw: HALF_WAY,
      sourcePa: null,
      regulatorPa: null,
      potFor: 0,
      hasSupply: true,
    },
    ...{ isProtected: false, fixedMilliamp: null, lowerTrim: null },
    ...{ instrument: AT_REST, reading: null, events: [] },
  }
}

const HALF_WAY = 0.5

/** The room of a place; the hose has what the pump’s screw leaves it. */
export const roomOf = ({ volumesM3, pump }: RigFacts, room: Room, screw: number): number =>
  volumesM3[room] + (room === 'hose' ? pump.screwM3 * (1 - screw) : 0)
