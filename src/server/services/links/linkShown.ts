import { type AutomaticPlan, type AutomaticState, secondsLeft, setPointOf } from '@/bench/automatic/automaticRun'
import { type Sample, settling } from '@/bench/automatic/settling'
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
/** A device is missed once it has been silent for so long, s. */
const MISSED_S = 2

/** A run that takes its own readings. */
export type Going = {
  readonly row: AutomaticRow
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
  readonly setTo: number | null
  /** Why a run that took its own readings takes them no more. */
  readonly ended: string | null
  /** For how long the source has not answered, s. */
  readonly silentSeconds: number
  /** Whether the source watched over itself when it was heard last. */
  readonly hadWatch: boolean
}

/** What those at the run see of it. */
export function linkShown(
  standing: LinkStanding,
  { applied, readings }: { readonly applied: number | null; readonly readings: readonly MemberReading[] },
): LinkShown {
  const { sessionId, devices, going, setTo, ended } = standing
  const steady = steadiness(standing)
  return {
    ...{ sessionId, at: new Date().toISOString(), unit: devices.pressureUnit, applied },
    ...{ setTo, isSteady: steady.isSettled, slopePerSecond: steady.slopePerSecond },
    members: readings.map((reading, place) => ({
      ...reading,
      runId: devices.members[place]?.runId ?? '',
      tag: devices.members[place]?.tag ?? '',
    })),
    devices: devices.states(),
    automatic: automaticShown(going),
    ended,
    alarm: alarmOf(standing),
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

function alarmOf({ silentSeconds, hadWatch }: LinkStanding): string | null {
  if (silentSeconds < MISSED_S) return null
  const watch = hadWatch
    ? `It was told to vent by itself after ${WATCH_SECONDS} s alone.`
    : 'It has no watch of its own.'
  return `The source has not answered for ${Math.round(silentSeconds)} s: it keeps the pressure it has. ${watch} Go to it, and look.`
}
