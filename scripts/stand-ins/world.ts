import { actOnRig, type RigAct } from '../../src/core/rig/actOnRig'
import { advanceRig } from '../../src/core/rig/advanceRig'
import { type RigReading, readRig } from '../../src/core/rig/readRig'
import type { Rig } from '../../src/core/rig/rigModel'
import { type RandomStream, randomStream } from '../../src/core/statistics/randomStream'

/** Nobody is looked at more often: the world goes on to the moment it is asked. */
const LONGEST_LOOK_AWAY_S = 120
/** What is powered has come up before anybody asks. */
const COME_UP_S = 2

/** The one simulated world that the stand-ins share; it goes on by the clock, faster where that is asked for. */
export class SharedWorld {
  private held: Rig
  private at: number
  private readonly stream: RandomStream

  constructor(
    begun: Rig,
    {
      seed,
      speed,
      now = () => performance.now() / 1000,
    }: { readonly seed: number; readonly speed: number; readonly now?: () => number },
  ) {
    this.stream = randomStream(seed)
    this.held = advanceRig(begun, COME_UP_S, this.stream)
    this.speed = speed
    this.now = now
    this.at = now()
  }
  private readonly speed: number
  private readonly now: () => number

  /** As it stands now. */
  rig(): Rig {
    const now = this.now()
    const passed = Math.min(LONGEST_LOOK_AWAY_S, (now - this.at) * this.speed)
    this.at = now
    if (passed > 0) this.held = advanceRig(this.held, passed, this.stream)
    return this.held
  }

  read(): RigReading {
    return readRig(this.rig())
  }

  /** @throws {Refusal} as {@link actOnRig}; nothing is changed then */
  act(...acts: readonly RigAct[]): void {
    this.held = acts.reduce(actOnRig, this.rig())
  }

  /** Changes what is no act at the rig: how fast a source may move. */
  change(change: (rig: Rig) => Rig): void {
    this.held = change(this.rig())
  }
}
