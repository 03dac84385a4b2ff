/**
 * The duty of a pressure source that is driven over a link: what it is known to do, and what must be done first. Pure, so
 * that it can be checked over every order in which things may happen; what drives real devices follows it and decides
 * nothing itself. Precedence: vent, then hold, then set. Ours, no source; the aim is IEC 61511’s “fails towards the safe
 * state”, which here is vented.
 */

/** What a source is known to do. `unknown`: nobody has confirmed it since it was last told, or lost. */
export type Standing = 'vented' | 'venting' | 'going' | 'held' | 'unknown'

/** What it is told. */
export type SourceOrder =
  | { readonly kind: 'vent' }
  | { readonly kind: 'hold' }
  | { readonly kind: 'set'; readonly to: number }

/** What is owed: done first and again until the source confirms it. */
export const DUTIES = ['vent', 'hold'] as const
export type Duty = (typeof DUTIES)[number]

/** Why somebody must go to the source. */
export type SourceAlarm =
  /** It does not answer, and was to be vented. */
  | 'vent-owed'
  /** It answers, and does not take the vent. */
  | 'refuses-to-vent'
  /** It says that it vents, and the pressure does not fall. */
  | 'does-not-vent'
  /** The pressure is beyond what may be applied. */
  | 'beyond-limits'
  /** It does what nobody told it. */
  | 'not-as-told'
  /** It does not answer. */
  | 'silent'

/** Moments in seconds of one clock; pressures in one unit. */
export type SourceState = {
  readonly standing: Standing
  readonly owes: Duty | null
  /** What it was last told to go to, once it confirmed that. */
  readonly setTo: number | null
  /** When it confirmed that it vents; null while it does not. */
  readonly ventingSince: number | null
  readonly heardAt: number
  readonly alarm: SourceAlarm | null
}

/** What is to be kept from. */
export type SourceBounds = {
  readonly lowest: number
  readonly highest: number
  /** What it vents to: the air, 0 for a gauge pressure. So near to it counts as vented. */
  readonly ventsTo: number
  readonly nothing: number
  /** So long a vent may take before it counts as none, s. */
  readonly ventSeconds: number
  /** So long it may be silent before it is missed, s. */
  readonly silentSeconds: number
}

/** What a look at the source shows: what it measures, and by its own word what it does. */
export type SourceLook = {
  readonly pressure: number
  /** What it says it was told to go to. */
  readonly setPoint: number
  readonly mode: 'vent' | 'control' | 'measure' | null
}

/** A source taken in hand: nothing is known of it. A duty that was kept from before is owed still. */
export const sourceTaken = (owes: Duty | null, now: number): SourceState => ({
  ...{ standing: 'unknown', owes, setTo: null, ventingSince: null, heardAt: now },
  alarm: owes === 'vent' ? 'vent-owed' : null,
})

/** Why an order is not taken now; null where it is. */
export type NotTaken = 'vent-first' | 'hold-first' | 'beyond-limits'

/**
 * A person, or a run that takes its own readings, wants something. A vent is always taken; a hold unless a vent is owed; a
 * set point only where nothing is owed and it lies within the bounds.
 */
export function wanted(
  state: SourceState,
  order: SourceOrder,
  { lowest, highest }: Pick<SourceBounds, 'lowest' | 'highest'>,
): { readonly state: SourceState; readonly notTaken: NotTaken | null } {
  if (order.kind === 'vent') return { state: { ...state, owes: 'vent', setTo: null }, notTaken: null }
  if (state.owes === 'vent') return { state, notTaken: 'vent-first' }
  if (order.kind === 'hold') return { state: { ...state, owes: 'hold' }, notTaken: null }
  if (state.owes !== null) return { state, notTaken: 'hold-first' }
  const isWithin = order.to >= lowest && order.to <= highest
  return { state, notTaken: isWithin ? null : 'beyond-limits' }
}

/** What is to be told next; null where nothing is owed. Asked at every look, so that what was not confirmed is told again. */
export const nextDuty = ({ owes }: SourceState): SourceOrder | null => (owes === null ? null : { kind: owes })

/**
 * What came of an order: `confirmed` by reading it back, `refused` where it reads otherwise, `lost` where nobody knows. A set
 * point that was lost may have been taken: it is held as soon as the source is heard.
 */
export function ordered(
  state: SourceState,
  order: SourceOrder,
  outcome: 'confirmed' | 'refused' | 'lost',
  now: number,
): SourceState {
  // Meanwhile something more urgent may have been wanted: that stays.
  const owesStill = (done: Duty): Duty | null => (state.owes === done ? null : state.owes)
  if (outcome === 'confirmed')
    switch (order.kind) {
      case 'vent':
        return {
          ...{ ...state, standing: 'venting', owes: owesStill('vent'), setTo: null },
          // Told once more it does not begin anew: what has not fallen by now has not, however often it says that it vents.
          ...{ ventingSince: state.ventingSince ?? now, alarm: untilItFalls(state) },
        }
      case 'hold':
        return { ...state, standing: 'held', owes: owesStill('hold'), ventingSince: null, alarm: quieted(state) }
      case 'set':
        return { ...state, standing: 'going', setTo: order.to, ventingSince: null, alarm: quieted(state) }
      default:
        return order satisfies never
    }
  const unknown = { ...state, standing: 'unknown' } as const
  if (order.kind === 'vent')
    return { ...unknown, owes: 'vent', alarm: outcome === 'lost' ? 'vent-owed' : 'refuses-to-vent' }
  if (order.kind === 'hold') return { ...unknown, owes: state.owes ?? 'hold' }
  // Refused it stays as it was; lost, nobody knows.
  return outcome === 'refused' ? state : { ...unknown, owes: state.owes ?? 'hold' }
}

/** What only the pressure itself can say is over. */
const untilItFalls = ({ alarm }: SourceState): SourceAlarm | null =>
  alarm === 'does-not-vent' || alarm === 'beyond-limits' ? alarm : null

/** An alarm of what is over now. */
const quieted = ({ alarm }: SourceState): SourceAlarm | null =>
  alarm === 'silent' || alarm === 'not-as-told' ? null : alarm

/** What follows from a look at the source; `null` where it does not answer. */
export function looked(state: SourceState, look: SourceLook | null, now: number, bounds: SourceBounds): SourceState {
  if (look === null) return notHeard(state, now, bounds)
  const heard: SourceState = { ...state, heardAt: now, alarm: state.alarm === 'silent' ? null : state.alarm }
  if (look.pressure > bounds.highest || look.pressure < bounds.lowest)
    // Held at too high a pressure it would stay there: beyond the bounds nothing but a vent is right.
    return { ...heard, owes: 'vent', setTo: null, alarm: ventAlarm(heard, 'beyond-limits') }
  const isAtNothing = Math.abs(look.pressure - bounds.ventsTo) <= bounds.nothing
  // What drives no pressure has none to be held; to hold it would switch its output on.
  if (heard.owes === 'hold' && look.mode !== null && look.mode !== 'control')
    return look.mode === 'vent'
      ? { ...heard, owes: null, standing: 'venting', ventingSince: now }
      : { ...heard, owes: null, standing: 'unknown' }
  switch (heard.standing) {
    case 'venting':
    case 'vented':
      return venting(heard, look, { now, isAtNothing, ventSeconds: bounds.ventSeconds })
    case 'going':
    case 'held':
      // Another’s hand, or its own: what it does is not what it was told, and stays as it is until a person decides.
      return (look.mode !== null && look.mode !== 'control') || isSetElsewhere(heard, look, bounds)
        ? { ...heard, standing: 'unknown', alarm: ventAlarm(heard, 'not-as-told') }
        : heard
    case 'unknown':
      // By its own word it vents, whoever told it: then its pressure must fall too.
      return look.mode === 'vent' ? venting(heard, look, { now, isAtNothing, ventSeconds: bounds.ventSeconds }) : heard
    default:
      return heard.standing satisfies never
  }
}

const isSetElsewhere = (
  { standing, setTo }: SourceState,
  { setPoint }: SourceLook,
  { nothing }: SourceBounds,
): boolean => standing === 'going' && setTo !== null && Math.abs(setPoint - setTo) > nothing

function venting(
  state: SourceState,
  { mode }: SourceLook,
  {
    now,
    isAtNothing,
    ventSeconds,
  }: { readonly now: number; readonly isAtNothing: boolean; readonly ventSeconds: number },
): SourceState {
  // It was told to vent, and does something else: told again.
  if (mode !== null && mode !== 'vent') return { ...state, standing: 'unknown', owes: 'vent', alarm: 'not-as-told' }
  if (isAtNothing) return { ...state, standing: 'vented', ventingSince: null, alarm: null }
  // Counted from when it began to vent, or from when pressure came back to what was vented.
  const venting = { ...state, standing: 'venting', ventingSince: state.ventingSince ?? now } as const
  return now - venting.ventingSince > ventSeconds ? { ...venting, owes: 'vent', alarm: 'does-not-vent' } : venting
}

function notHeard(state: SourceState, now: number, { silentSeconds }: SourceBounds): SourceState {
  if (state.owes === 'vent') return { ...state, alarm: 'vent-owed' }
  if (now - state.heardAt <= silentSeconds) return state
  return { ...state, alarm: state.alarm ?? 'silent' }
}

/** An alarm of a vent that is owed already is the graver one. */
const ventAlarm = ({ alarm }: SourceState, other: SourceAlarm): SourceAlarm =>
  alarm === 'refuses-to-vent' || alarm === 'does-not-vent' ? alarm : other

/** A person stands beside it and has vented it: nothing is owed any more, and nothing is known of it. */
export const ventedByHand = (state: SourceState, now: number): SourceState =>
  sourceTaken(null, Math.max(now, state.heardAt))

/** Whether it may be let go of: nothing is owed, and it is known to be vented, or a person says that it stays as it is. */
export const mayLetGo = ({ owes }: SourceState): boolean => owes !== 'vent'
