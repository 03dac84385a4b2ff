import { type MeanOfReadings, meanOf } from '@/core/statistics/sample'
import { isStillMoving, type Sample, type SettleRule, settling } from './settling'

/** What a run that takes its own readings is to do. Pressures in the unit of the source. */
export type AutomaticPlan = {
  readonly points: readonly { readonly percent: number; readonly direction: 'rising' | 'falling' }[]
  readonly range: { readonly lrv: number; readonly urv: number }
  readonly settle: SettleRule
  /** What of each channel that is read beside the pressure still counts as standing, in its unit; in the order of `outputs`. */
  readonly channels: readonly { readonly tolerance: number }[]
  /** So many readings make the mean of a point, so far apart, s. */
  readonly readings: number
  readonly gapSeconds: number
  /** Distance from a test point at which the source stops before the slow final approach, on the side of the approach. */
  readonly lead: number
  /** So near a set point counts as reached; so far beyond a point counts as gone past. */
  readonly reach: number
  readonly past: number
  /** Over decades what is fine or far goes by the point and not by the span: lead, reach, past and tolerance shrink with it. */
  readonly isOfReading?: boolean
  /** What is never to be applied. */
  readonly lowest: number
  readonly highest: number
  /** The longest wait for a point to settle, and for a word of the devices, s. */
  readonly patienceSeconds: number
  readonly silenceSeconds: number
  /** So long on its way without coming any nearer, s; so much further away than it was counts as the wrong way. */
  readonly stallSeconds: number
  readonly astray: number
}

/** What the devices show at a moment: the pressure, and each channel that is read beside it, always in the same order. */
export type Seen = { readonly seconds: number; readonly applied: number; readonly outputs: readonly number[] }

/** A point as it was taken: means with their spread, how long it had been held, how often it was gone past before. */
export type TakenPoint = {
  readonly percent: number
  readonly direction: 'rising' | 'falling'
  readonly applied: MeanOfReadings
  readonly outputs: readonly MeanOfReadings[]
  readonly heldSeconds: number
  readonly timesPast: number
  /** What it counted as settled by, or that a person said so. */
  readonly settledBy: SettleRule['kind'] | 'person'
}

/** Why it stopped by itself. */
export const STOPS = {
  'over-range': 'the pressure went beyond what may be applied',
  leak: 'the pressure falls away from its set point: look for a leak',
  unsettled: 'the point does not settle',
  'no-progress': 'the pressure comes no nearer to its point: look at the supply, the hose and its valves',
  'wrong-way': 'the pressure goes away from its point and not to it: it is vented',
  'gone-past': 'the point is overshot every time: slow the source down',
  silent: 'the devices say nothing any more',
} as const
export type Stop = keyof typeof STOPS

/** How far it is. */
export type AutomaticState = {
  readonly phase: 'going' | 'creeping' | 'settling' | 'taking' | 'paused' | 'done' | 'stopped'
  readonly index: number
  readonly taken: readonly TakenPoint[]
  /** How near it has come on its way, and when; null where it is on none. */
  readonly nearest: { readonly distance: number; readonly at: number } | null
  /** When the set point was reached, and what was seen since. */
  readonly reached: number | null
  readonly seen: readonly Seen[]
  readonly readings: readonly Seen[]
  readonly timesPast: number
  /** A person said that it is good enough. */
  readonly isTakenNow: boolean
  readonly slopePerSecond: number | null
  readonly stop: Stop | null
  readonly lastSeen: number | null
  readonly began: number | null
}

/** What is to be told to the source. */
export type Order =
  | { readonly order: 'set'; readonly to: number }
  | { readonly order: 'vent' }
  | { readonly order: 'hold' }
type At = { readonly plan: AutomaticPlan; readonly index: number }
type Next = { readonly state: AutomaticState; readonly orders: readonly Order[] }

const MOST_TIMES_PAST = 3
/** So many times its reach away from a set point that was reached, it is no settling any more. */
const LEAK_REACHES = 5
/** A reading may come that much early of its gap: waited out to the last, each would be a whole look late. Ours, no source. */
const EARLY = 0.9
/** A point at nothing still has some width: a millionth of the widest. Ours, no source. */
const LEAST_SHARE = 1e-6

/** Before its first point; the orders that begin it come with the first sample. */
export const automaticStart: AutomaticState = {
  ...{ phase: 'going', index: -1, taken: [], nearest: null, reached: null, seen: [], readings: [], timesPast: 0 },
  ...{ isTakenNow: false, slopePerSecond: null, stop: null, lastSeen: null, began: null },
}

/** The set point of a point of the plan. */
export const setPointOf = ({ points, range }: AutomaticPlan, index: number): number =>
  range.lrv + ((points[index]?.percent ?? 0) / 100) * (range.urv - range.lrv)

/** What follows from what the devices show. */
export function afterSeen(state: AutomaticState, seen: Seen, plan: AutomaticPlan): Next {
  const now = { ...state, lastSeen: seen.seconds, began: state.began ?? seen.seconds }
  if (now.phase === 'done' || now.phase === 'stopped') return { state: now, orders: [] }
  if (seen.applied > plan.highest || seen.applied < plan.lowest) return stopped(now, 'over-range')
  if (now.phase === 'paused') return { state: now, orders: [] }
  if (now.index < 0) return toPoint(now, 0, plan)
  switch (now.phase) {
    case 'going': {
      const leadIn = leadInOf(plan, now.index)
      return isAt(seen, leadIn, { plan, index: now.index })
        ? {
            state: { ...now, phase: 'creeping', nearest: null },
            orders: [{ order: 'set', to: setPointOf(plan, now.index) }],
          }
        : onItsWay(now, seen, { plan, to: leadIn })
    }
    case 'creeping': {
      if (isPast(seen, plan, now.index)) return againFromItsSide(now, plan)
      const to = setPointOf(plan, now.index)
      return isAt(seen, to, { plan, index: now.index })
        ? { state: { ...now, phase: 'settling', reached: seen.seconds, seen: [seen] }, orders: [] }
        : onItsWay(now, seen, { plan, to })
    }
    case 'settling':
      return settled(now, seen, plan)
    case 'taking':
      return taking(now, seen, plan)
    default:
      return { state: now, orders: [] }
  }
}

/** Nothing was heard until a moment: said where it is too long. Held, not vented: nobody knows how it stands. */
export function afterSilence(state: AutomaticState, seconds: number, plan: AutomaticPlan): Next {
  const isOver = state.phase === 'done' || state.phase === 'stopped' || state.lastSeen === null
  return isOver || seconds - (state.lastSeen ?? seconds) <= plan.silenceSeconds
    ? { state, orders: [] }
    : stopped(state, 'silent')
}

/** The person says that it is good enough: it is taken as it stands. */
export const takeNow = (state: AutomaticState): AutomaticState =>
  state.phase === 'settling' ? { ...state, phase: 'taking', readings: [], isTakenNow: true } : state

/** Stands still, with the pressure held; gone on with, the point settles anew. */
export const paused = (state: AutomaticState): Next =>
  state.phase === 'done' || state.phase === 'stopped'
    ? { state, orders: [] }
    : { state: { ...state, phase: 'paused' }, orders: [{ order: 'hold' }] }
export function goneOn(state: AutomaticState, plan: AutomaticPlan): Next {
  if (state.phase !== 'paused') return { state, orders: [] }
  return state.index < 0 ? { state: { ...state, phase: 'going' }, orders: [] } : toPoint(state, state.index, plan)
}

/** What is left by what the points so far took, s; null before the first is taken. */
export function secondsLeft({ taken, began, lastSeen }: AutomaticState, { points }: AutomaticPlan): number | null {
  if (taken.length === 0 || began === null || lastSeen === null) return null
  return ((lastSeen - began) / taken.length) * (points.length - taken.length)
}

const signOf = (plan: AutomaticPlan, index: number): 1 | -1 => (plan.points[index]?.direction === 'falling' ? -1 : 1)

/** How much smaller than at the widest everything fine is at a point: 1 but over decades. */
function shareAt(plan: AutomaticPlan, index: number): number {
  if (!plan.isOfReading) return 1
  const widest = Math.max(Math.abs(plan.range.lrv), Math.abs(plan.range.urv))
  return Math.max(LEAST_SHARE, Math.abs(setPointOf(plan, index)) / widest)
}

/** The rule at a point: its tolerance goes with the point over decades. */
function ruleAt(plan: AutomaticPlan, index: number): SettleRule {
  const { settle } = plan
  return settle.kind === 'time' ? settle : { ...settle, tolerance: settle.tolerance * shareAt(plan, index) }
}

/**
 * Set point of the approach: short of the test point, on the side from which the point is to be approached. A round that is
 * resumed approaches its first point in the same way. The lower end of the range has nothing below it and is set at once.
 */
function leadInOf(plan: AutomaticPlan, index: number): number {
  const target = setPointOf(plan, index)
  const lead = plan.lead * shareAt(plan, index)
  if (index === 0) return isAtItsStart(plan) ? target : target - signOf(plan, index) * lead
  const before = setPointOf(plan, index - 1)
  const staged = target - signOf(plan, index) * lead
  // Never behind the previous point: the approach would be from the wrong side.
  return signOf(plan, index) > 0
    ? Math.max(staged, Math.min(before, target))
    : Math.min(staged, Math.max(before, target))
}

const isAtItsStart = ({ points: [first] }: AutomaticPlan): boolean =>
  first?.direction === 'rising' && (first?.percent ?? 0) <= 0
const isAt = ({ applied }: Seen, to: number, { plan, index }: At): boolean =>
  Math.abs(applied - to) <= plan.reach * shareAt(plan, index)
const isPast = ({ applied }: Seen, plan: AutomaticPlan, index: number): boolean =>
  !(index === 0 && isAtItsStart(plan)) &&
  signOf(plan, index) * (applied - setPointOf(plan, index)) > plan.past * shareAt(plan, index)

const isFarOff = ({ applied }: Seen, plan: AutomaticPlan, index: number): boolean =>
  Math.abs(applied - setPointOf(plan, index)) > LEAK_REACHES * plan.reach * shareAt(plan, index)

function toPoint(state: AutomaticState, index: number, plan: AutomaticPlan): Next {
  if (index >= plan.points.length) return { state: { ...state, phase: 'done' }, orders: [] }
  return {
    state: {
      ...state,
      phase: 'going',
      index,
      nearest: null,
      reached: null,
      seen: [],
      readings: [],
      timesPast: 0,
      isTakenNow: false,
      slopePerSecond: null,
    },
    orders: [{ order: 'set', to: leadInOf(plan, index) }],
  }
}

/** A source that does not move, or moves away, is not waited for for ever. */
function onItsWay(
  state: AutomaticState,
  { applied, seconds }: Seen,
  { plan, to }: { readonly plan: AutomaticPlan; readonly to: number },
): Next {
  const distance = Math.abs(applied - to)
  const share = shareAt(plan, state.index)
  const { nearest } = state
  // What comes nearer by less than its reach is noise, and no progress.
  if (nearest === null || distance < nearest.distance - plan.reach * share)
    return { state: { ...state, nearest: { distance, at: seconds } }, orders: [] }
  if (distance > nearest.distance + plan.astray) return stopped(state, 'wrong-way')
  return seconds - nearest.at > plan.stallSeconds ? stopped(state, 'no-progress') : { state, orders: [] }
}

/** Gone past, it is come to again from its side, further back. */
function againFromItsSide(state: AutomaticState, plan: AutomaticPlan): Next {
  const timesPast = state.timesPast + 1
  if (timesPast > MOST_TIMES_PAST) return stopped(state, 'gone-past')
  const { state: back, orders } = toPoint(state, state.index, plan)
  return { state: { ...back, timesPast }, orders }
}

function settled(state: AutomaticState, seen: Seen, plan: AutomaticPlan): Next {
  if (isPast(seen, plan, state.index)) return againFromItsSide(state, plan)
  if (isFarOff(seen, plan, state.index)) return stopped(state, 'leak')
  const reached = state.reached ?? seen.seconds
  const all = [...state.seen, seen]
  const samples = (of: (each: Seen) => number): Sample[] =>
    all.map((each) => ({ seconds: each.seconds, value: of(each) }))
  const rule = ruleAt(plan, state.index)
  const { isSettled: isSteady, slopePerSecond } = settling(
    samples(({ applied }) => applied),
    rule,
    reached,
  )
  // An output that lags behind a pressure that stands is not the output at that pressure.
  const isSettled =
    isSteady &&
    plan.channels.every(({ tolerance }, channel) => {
      const channelSamples = samples(({ outputs }) => outputs[channel] ?? Number.NaN)
      return !isStillMoving(channelSamples, { seconds: rule.seconds, tolerance }, reached)
    })
  const now = {
    ...state,
    seen: all.filter(({ seconds }) => seconds > seen.seconds - 4 * plan.settle.seconds),
    slopePerSecond,
  }
  // What settled it is its first reading.
  if (isSettled) return taking({ ...now, phase: 'taking', readings: [] }, seen, plan)
  return seen.seconds - reached > plan.patienceSeconds ? stopped(now, 'unsettled') : { state: now, orders: [] }
}

function taking(state: AutomaticState, seen: Seen, plan: AutomaticPlan): Next {
  if (isFarOff(seen, plan, state.index)) return stopped(state, 'leak')
  const last = state.readings.at(-1)
  if (last && seen.seconds - last.seconds < plan.gapSeconds * EARLY) return { state, orders: [] }
  const readings = [...state.readings, seen]
  if (readings.length < plan.readings) return { state: { ...state, readings }, orders: [] }
  const point = plan.points[state.index]
  if (!point) return { state: { ...state, phase: 'done' }, orders: [] }
  const taken: TakenPoint = {
    ...{ percent: point.percent, direction: point.direction, timesPast: state.timesPast },
    settledBy: state.isTakenNow ? 'person' : plan.settle.kind,
    applied: meanOf(readings.map(({ applied }) => applied)),
    outputs: seen.outputs.map((_, channel) => meanOf(readings.map(({ outputs }) => outputs[channel] ?? Number.NaN))),
    heldSeconds: seen.seconds - (state.reached ?? seen.seconds),
  }
  return toPoint({ ...state, taken: [...state.taken, taken] }, state.index + 1, plan)
}

/** Beyond what may be applied, or away from where it was sent, it is vented; otherwise held, and a person decides. */
const stopped = (state: AutomaticState, stop: Stop): Next => ({
  state: { ...state, phase: 'stopped', stop },
  orders: [{ order: stop === 'over-range' || stop === 'wrong-way' ? 'vent' : 'hold' }],
})
