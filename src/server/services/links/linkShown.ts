import { type AutomaticPlan, type AutomaticState, secondsLeft, setPointOf } from '@/bench/automatic/automaticRun'
import { type Sample, settling } from '@/bench/automatic/settling'
import type { SourceAlarm, SourceState } from '@/core/links/sourceDuty'
import { pressureLimits } from '@/plans/automaticOf'
import type { LinkShown } from '@/schema/links'
import type { RunView } from '@/schema/runView'
import type { MemberReading, SessionDevices } from '../../links/sessionDevices'
import type { AutomaticRow } from '../../sql/links/linkSession'

/** A source that nobody speaks to for so long is to vent by itself, s. */
export const WATCH_SECONDS = 30
/** So much of the past says whether the pressure is steady, s; within so much of what may be applied. Ours, no source. */
export const STEADY_S = 4
const STEADY_SHARE = 0.0004

/** A run that takes its own readings. */
export type Going = {
  readonly row: AutomaticRow
  /** Which instruments of the session take part, by their places: those with points to be read, while others are trimmed. */
  readonly takes: readonly number[]
  readonly plan: AutomaticPlan
  readonly startedBy: string
  /** As it stands; whoever works it changes it. */
  state: AutomaticState
}

/** How a linked session stands. */
export type LinkStanding = {
  readonly sessionId: string
  readonly runs: readonly RunView[]
  readonly devices: Pick<SessionDevices, 'pressureUnit' | 'members' | 'states' | 'lastSent'>
  /** What the source had within the last {@link STEADY_S} seconds. */
  readonly recent: readonly Sample[]
  readonly going: Going | null
  readonly source: SourceState
  /** Pressure stands, as far as anybody knows. */
  readonly isPressed: boolean
  /** Why a run that took its own readings takes them no more. */
  readonly ended: string | null
  /** For how long the source has not answered, s. */
  readonly silentSeconds: number
  /** Whether the source watched over itself when it was heard last. */
  readonly hadWatch: boolean
  /** For how long nobody was seen while it was under pressure, and until it is vented for that, s; null where somebody is there. */
  readonly alone: { readonly seconds: number; readonly toVent: number } | null
}

/** What those at the run see of it. */
export function linkShown(
  standing: LinkStanding,
  { applied, readings }: { readonly applied: number | null; readonly readings: readonly MemberReading[] },
): LinkShown {
  const { sessionId, devices, going, source, ended } = standing
  const steady = steadiness(standing)
  return {
    ...{ sessionId, at: new Date().toISOString(), unit: devices.pressureUnit, applied },
    ...{ setTo: source.setTo, isSteady: steady.isSettled, slopePerSecond: steady.slopePerSecond },
    members: readings.map((reading, place) => ({
      ...reading,
      runId: devices.members[place]?.runId ?? '',
      tag: devices.members[place]?.tag ?? '',
    })),
    devices: devices.states(),
    automatic: automaticShown(going),
    ended,
    alarm: source.alarm ? ALARMS[source.alarm](standing) : aloneWords(standing),
    isPressed: standing.isPressed,
    isVentOwed: source.owes === 'vent',
    lastSent: devices.lastSent && { ...devices.lastSent, at: devices.lastSent.at.toISOString() },
  }
}

function steadiness({ runs: [first], recent }: LinkStanding) {
  const { lowest = 0, highest = 0 } = first ? pressureLimits(first) : {}
  const tolerance = (highest - lowest) * STEADY_SHARE
  return settling(recent, { kind: 'statistical', seconds: STEADY_S * 0.9, tolerance }, recent[0]?.seconds ?? 0)
}

/** Null where no point is come to or waited for. */
function automaticShown(going: Going | null): LinkShown['automatic'] {
  if (!going) return null
  const { state, plan, row, startedBy } = going
  const { phase } = state
  const index = Math.max(0, state.index)
  const point = plan.points[index]
  if (!point || phase === 'done' || phase === 'stopped') return null
  return {
    ...{ phase, place: index + 1, count: plan.points.length },
    ...{ percent: point.percent, direction: point.direction, setPoint: setPointOf(plan, index) },
    ...{ secondsLeft: secondsLeft(state, plan), timesPast: state.timesPast },
    ...{ settings: row.settings, startedBy },
  }
}

/** What each alarm says; what somebody has to do stands in all of them. */
const ALARMS: Readonly<Record<SourceAlarm, (standing: LinkStanding) => string>> = {
  'vent-owed': (standing) =>
    `The source does not answer and was NOT vented: it is vented as soon as it is heard again. ${watchWords(standing)} Go to it, and vent it by hand.`,
  'refuses-to-vent': () =>
    'The source does not take the vent, and is told again and again. Go to it, and vent it by hand.',
  'does-not-vent': () =>
    'The source says that it vents, and the pressure does not fall. Go to it, and vent it by hand: a blocked vent holds pressure.',
  'beyond-limits': () => 'The pressure is beyond what may be applied: the source is told to vent. Go to it, and look.',
  'not-as-told': () => 'The source does not do what it was told. Somebody may be working at it: go to it, and look.',
  silent: (standing) =>
    `The source has not answered for ${Math.round(standing.silentSeconds)} s: it keeps the pressure it has. ${watchWords(standing)} Go to it, and look.`,
}

const aloneWords = ({ alone }: LinkStanding): string | null =>
  alone &&
  `Nobody has had this run open for ${Math.round(alone.seconds)} s, with pressure on: it is vented in ${Math.round(alone.toVent)} s. Open the run, or go to it.`

/** Whether it vents by itself is said only of one that proved at linking that it watches over itself. */
const watchWords = ({ hadWatch }: LinkStanding): string =>
  hadWatch ? `It was told to vent by itself after ${WATCH_SECONDS} s alone.` : 'It has no watch of its own.'
