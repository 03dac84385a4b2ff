import { actOnRig, type RigAct } from '../../src/bench/rig/actOnRig'
import { advanceRig } from '../../src/bench/rig/advanceRig'
import { type RigReading, readRig } from '../../src/bench/rig/readRig'
import type { Rig } from '../../src/bench/rig/rigModel'
import { type RandomStream, randomStream } from '../../src/core/statistics/randomStream'

/** Nobody is looked at more often: the world goes on to the moment it is asked. */
const LONGEST_LOOK_AWAY_S = 120
/** What is powered has come up before anybody asks. */
const COME_UP_S = 2

type Settings = { readonly seed: number; readonly speed: number; readonly now?: () => number }

/**
 * The one simulated world that the stand-ins share; it goes on by the clock, faster where that is asked for. Several
 * instruments at one manifold are as many rigs that have everything but the instrument in common: what is done to the
 * piping and the source is done to all.
 */
export class SharedWorld {
  private held: readonly Rig[]
  private at: number
  private readonly streams: readonly RandomStream[]
  private readonly speed: number
  private readonly now: () => number

  constructor(begun: Rig | readonly Rig[], { seed, speed, now = () => performance.now() / 1000 }: Settings) {
    const rigs = 'facts' in begun ? [begun] : begun
    this.streams = rigs.map((_, index) => randomStream(seed + index))
    this.held = this.advanced(rigs, COME_UP_S)
    this.speed = speed
    this.now = now
    this.at = now()
  }

  /** How many instruments there are. */
  get count(): number {
    return this.held.length
  }

  /** As it stands now, by one of its instruments. */
  rig(index = 0): Rig {
    const now = this.now()
    const passed = Math.min(LONGEST_LOOK_AWAY_S, (now - this.at) * this.speed)
    this.at = now
    if (passed > 0) this.held = this.advanced(this.held, passed)
    const found = this.held[index]
    if (!found) throw new Error(`there is no instrument ${index}`)
    return found
  }

  read(index = 0): RigReading {
    return readRig(this.rig(index))
  }

  /** @throws {Refusal} as {@link actOnRig}; nothing is changed then */
  act(...acts: readonly RigAct[]): void {
    this.rig()
    this.held = this.held.map((rig) => acts.reduce(actOnRig, rig))
  }

  /** What is done to one instrument alone. @throws {Refusal} as {@link actOnRig}; nothing is changed then */
  actOn(index: number, ...acts: readonly RigAct[]): void {
    const acted = acts.reduce(actOnRig, this.rig(index))
    this.held = this.held.map((rig, each) => (each === index ? acted : rig))
  }

  /** Changes what is no act at the rig: how fast a source may move. */
  change(change: (rig: Rig) => Rig): void {
    this.rig()
    this.held = this.held.map(change)
  }

  private advanced(rigs: readonly Rig[], seconds: number): readonly Rig[] {
    return rigs.map((rig, index) => advanceRig(rig, seconds, this.streams[index] ?? randomStream(index)))
  }
}
