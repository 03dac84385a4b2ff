import {
  type Duty,
  looked,
  type NotTaken,
  nextDuty,
  ordered,
  type SourceBounds,
  type SourceLook,
  type SourceOrder,
  type SourceState,
  wanted,
} from './sourceDuty'

/**
 * What a round with the source asks of the world, one thing after the other. Whoever drives a round does it and gives back
 * the answer: the worker of a session with database and device, the model check with simulated ones. Between any two of them
 * anything may happen elsewhere.
 */
export type Effect =
  /** What is owed as it is kept, which a person may have changed: answered with {@link Duty} or null. */
  | { readonly kind: 'read-duty' }
  /** A look at the source: answered with {@link SourceLook}, null where it does not answer. */
  | { readonly kind: 'look' }
  /**
   * Keep what is owed, but for a vent that was wanted since `known` was read: that stays. Answered with whether the session is
   * still this worker’s.
   */
  | { readonly kind: 'keep-duty'; readonly owes: Duty | null; readonly known: Duty | null }
  /** Prove, just before an order, that the session is still this worker’s, and what is owed: answered with {@link Proof}. */
  | { readonly kind: 'prove' }
  /** Tell the source, and read back: answered with {@link Outcome}. */
  | { readonly kind: 'send'; readonly order: SourceOrder }

export type Proof = { readonly isOurs: boolean; readonly owes: Duty | null }
export type Outcome = 'confirmed' | 'refused' | 'lost'
type Answer = Duty | SourceLook | Proof | Outcome | boolean | null

export type RoundResult = {
  readonly state: SourceState
  /** Whether the session is still this worker’s; where it is not, nothing was told to the source. */
  readonly isOurs: boolean
  /** Why what was wanted was not taken; null where it was, or nothing was wanted. */
  readonly notTaken: NotTaken | null
  /** What came of what was wanted; null where it was not told to the source. */
  readonly outcome: Outcome | null
  readonly look: SourceLook | null
  /** What the source was told in this round; null where nothing. */
  readonly told: SourceOrder | null
}

/**
 * One round with the source: what is owed is read, the source looked at, what is wanted weighed against both, what is owed then
 * kept before anything is told, and at most one order given, with its proof just before it.
 *
 * @param now seconds, asked for anew at each use
 */
export function* sourceRound(
  begun: SourceState,
  want: SourceOrder | null,
  { bounds, now }: { readonly bounds: SourceBounds; readonly now: () => number },
): Generator<Effect, RoundResult, Answer> {
  let state = begun
  // Answers come back as what the effect says; see Effect.
  const kept = (yield { kind: 'read-duty' }) as Duty | null
  if (kept === 'vent') state = wanted(state, { kind: 'vent' }, bounds).state
  const look = (yield { kind: 'look' }) as SourceLook | null
  state = looked(state, look, now(), bounds)
  const weighed = want && wanted(state, want, bounds)
  if (weighed) state = weighed.state
  const notTaken = weighed?.notTaken ?? null
  if (state.owes !== kept && !((yield { kind: 'keep-duty', owes: state.owes, known: kept }) as boolean))
    return { state, isOurs: false, notTaken, outcome: null, look, told: null }
  const next = nextDuty(state) ?? (want && notTaken === null ? want : null)
  if (!next) return { state, isOurs: true, notTaken, outcome: null, look, told: null }
  const proof = (yield { kind: 'prove' }) as Proof
  if (!proof.isOurs) return { state, isOurs: false, notTaken, outcome: null, look, told: null }
  // A vent that a person wanted meanwhile goes before whatever was about to be told.
  const isOvertaken = proof.owes === 'vent' && next.kind !== 'vent'
  const order: SourceOrder = isOvertaken ? { kind: 'vent' } : next
  if (isOvertaken) state = wanted(state, order, bounds).state
  const before = state.owes
  const outcome = (yield { kind: 'send', order }) as Outcome
  state = ordered(state, order, outcome, now())
  const isOurs = state.owes === before || ((yield { kind: 'keep-duty', owes: state.owes, known: before }) as boolean)
  const isWanted = want !== null && order.kind === want.kind
  return {
    state,
    isOurs,
    notTaken: isOvertaken && !isWanted ? 'vent-first' : notTaken,
    outcome: isWanted ? outcome : null,
    look,
    told: order,
  }
}
