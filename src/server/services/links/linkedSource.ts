import { SEND_MS } from '@/core/links/lease'
import {
  type NotTaken,
  type SourceBounds,
  type SourceOrder,
  type SourceState,
  sourceTaken,
  ventedByHand,
} from '@/core/links/sourceDuty'
import { type Effect, type RoundResult, sourceRound } from '@/core/links/sourceRound'
import { Refusal } from '@/core/refusal'
import { pool } from '../../database'
import { LinkLost } from '../../links/lineLink'
import type { SessionDevices } from '../../links/sessionDevices'
import { keepDuty, proveSession, selectDuty, type TakenSession } from '../../sql/links/linkSession'

/** What came of a round; in the source's own words where it was told something and did not confirm it. */
export type Round = RoundResult & { readonly words: string }

/** The source of a session as this worker has it. Every order to it is a round: see {@link sourceRound}. */
export class LinkedSource {
  state: SourceState
  /** Until when an order may be sent after the session was proven to be this worker’s; by the clock that only goes on. */
  private provenUntil = 0
  /** What it measured at the last look, null where it did not answer; and what it last said. */
  private applied: number | null = null
  private lastApplied: number | null = null
  /** Another worked it before, and nobody has said since that it is vented. */
  private isTakenOver: boolean

  constructor(
    private readonly held: TakenSession,
    private readonly devices: Pick<SessionDevices, 'look' | 'source'>,
    public bounds: SourceBounds,
  ) {
    this.isTakenOver = held.silentSeconds !== null
    // Who takes over knows nothing of how it stands: it is held first, or vented where that is owed.
    this.state = sourceTaken(held.owes ?? (this.isTakenOver ? 'hold' : null), seconds())
  }

  async round(want: SourceOrder | null): Promise<Round> {
    const round = sourceRound(this.state, want, { bounds: this.bounds, now: seconds })
    let words = ''
    const answerTo = async (effect: Effect) => {
      switch (effect.kind) {
        case 'read-duty':
          return selectDuty(pool(), this.held.id)
        case 'look':
          return this.devices.look()
        case 'keep-duty':
          return keepDuty(pool(), this.held, effect)
        case 'prove': {
          const asked = performance.now()
          const proof = await proveSession(pool(), this.held)
          this.provenUntil = asked + SEND_MS
          return proof
        }
        case 'send': {
          const told = await this.devices.source.order(effect.order, () => performance.now() < this.provenUntil)
          words = told.words
          return told.outcome
        }
        default:
          return effect satisfies never
      }
    }
    for (let next = round.next(null); ; next = round.next(await answerTo(next.value))) {
      if (!next.done) continue
      const { state, look } = next.value
      this.state = state
      this.applied = look?.pressure ?? null
      this.lastApplied = this.applied ?? this.lastApplied
      return { ...next.value, words }
    }
  }

  /** Does what is wanted of it. @throws {Refusal} where it was not taken. @throws {LinkLost} where it was not confirmed */
  async want(order: SourceOrder): Promise<void> {
    const { isOurs, notTaken, outcome, words } = await this.round(order)
    if (notTaken) throw NOT_TAKEN[notTaken](order, this.bounds)
    if (!isOurs) throw new Refusal('act', 'another server process has this link now', 'say it again')
    if (outcome === 'refused') throw new Refusal('source', words || 'it did not take it', 'look at the source')
    if (outcome === 'lost') throw new LinkLost(words || 'the source does not answer')
  }

  /** As far as anybody knows: what does not answer and was not vented may have what it was told, or what another told it. */
  get isUnderPressure(): boolean {
    const isPressure = (applied: number | null) =>
      applied !== null && Math.abs(applied - this.bounds.ventsTo) > this.bounds.nothing
    if (this.applied !== null) return isPressure(this.applied)
    const mayHave = this.state.setTo !== null || this.isTakenOver || isPressure(this.lastApplied)
    return this.state.standing !== 'vented' && mayHave
  }

  /** A person has vented it at the device. @throws {Refusal} where it measures pressure still */
  async ventedByHand(): Promise<void> {
    if (this.applied !== null && this.isUnderPressure)
      throw new Refusal('act', 'the source measures pressure still', 'look at its gauge: it is not vented')
    this.state = ventedByHand(this.state, seconds())
    this.lastApplied = null
    this.isTakenOver = false
    await keepDuty(pool(), this.held, { owes: null, known: 'vent' })
  }

  /** For how long it has not answered, s. */
  get silentSeconds(): number {
    return seconds() - this.state.heardAt
  }
}

/** Why what is wanted of a source is not taken. */
const NOT_TAKEN: Readonly<Record<NotTaken, (order: SourceOrder, bounds: SourceBounds) => Refusal>> = {
  'vent-first': () => new Refusal('act', 'a vent is owed that the source has not confirmed', 'look at the source'),
  'hold-first': () =>
    new Refusal('act', 'the source is to be held first, and has not confirmed it', 'look at the source'),
  'beyond-limits': (order, { lowest, highest }) =>
    new Refusal(
      'to',
      `${order.kind === 'set' ? order.to : order.kind} is beyond what may be applied here`,
      `stay between ${lowest} and ${highest}`,
    ),
}

const seconds = () => performance.now() / 1000
