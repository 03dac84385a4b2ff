import { networkOf } from '../../core/run/work/hookUpNetwork'
import { openTo } from '../../core/run/work/hookUpState'
import { type Gas, gasAt, mixed, pressureOf } from './gas'
import { type Rig, ROOMS, type Room } from './rigModel'

/** Places that are open to each other, with what large place they are open to. */
export type Group = { readonly rooms: readonly Room[]; readonly opensTo: 'process-high' | 'process-low' | 'air' | null }

/** Every place once, with those it is open to. The process goes before the air: a vent open to it blows, and stays at it. */
export function groupsOf({ hookUp, facts }: Pick<Rig, 'hookUp' | 'facts'>): Group[] {
  const network = networkOf(facts.piping)
  const found: Group[] = []
  for (const room of ROOMS) {
    if (found.some(({ rooms }) => rooms.includes(room))) continue
    const together = openTo(room, hookUp, network)
    const rooms = ROOMS.filter((each) => together.has(each))
    const opensTo = (['process-high', 'process-low', 'air'] as const).find((place) => together.has(place)) ?? null
    found.push({ rooms, opensTo })
  }
  return found
}

/** What stands where, once opened places have mixed; at once, as it is against the time anybody takes to look. */
export function settled(rig: Rig): Rig {
  const gases: Record<Room, Gas> = { ...rig.gases }
  for (const { rooms, opensTo } of groupsOf(rig)) {
    if (opensTo !== null && opensTo !== 'air' && rig.facts.lineSeconds === undefined) {
      const pa = opensTo === 'process-high' ? rig.facts.processPa.high : rig.facts.processPa.low
      for (const room of rooms) gases[room] = gasAt(pa, rig.facts.kelvin, gases[room].volumeM3)
    } else if (rooms.length > 1 && (opensTo === null || opensTo === 'air')) {
      const parts = mixed(rooms.map((room) => gases[room]))
      for (const [index, room] of rooms.entries()) gases[room] = parts[index] ?? gases[room]
    }
  }
  return { ...rig, gases }
}

/** Absolute pressure of a place, Pa. */
export const paAt = ({ gases }: Pick<Rig, 'gases'>, room: Room): number => pressureOf(gases[room])

/** What the fill of remote seals adds: its head, and more where it is warmer than it was filled at. */
const sealPa = ({ facts: { seal, kelvin } }: Rig): number =>
  seal ? seal.headPa + seal.paPerKelvin * (kelvin - seal.atKelvin) : 0

/** What the cell feels: high side less low side, or the high side alone for an absolute instrument; Pa. */
export function cellPa(rig: Rig): number {
  const { piping, legPa } = rig.facts
  const high = paAt(rig, 'cell-high') + sealPa(rig)
  if (piping.pressureKind === 'absolute') return high
  return high - paAt(rig, 'cell-low') - (rig.hookUp.isFilled ? legPa : 0)
}
