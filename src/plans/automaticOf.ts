import type { AutomaticPlan } from '@/bench/automatic/automaticRun'
import type { SourceBounds } from '@/core/links/sourceDuty'
import { atReference } from '@/core/pressure/lineHead'
import { Refusal } from '@/core/refusal'
import { errorBasis } from '@/core/run/judge/errorBasis'
import { judgingBasis, targetInput } from '@/core/run/judge/judgeSteps'
import { hookUpFactsOf } from '@/core/run/work/workLists'
import { settleSeconds, settleSecondsOf } from '@/core/setUp/damping'
import { convertPressure, STANDARD_ATMOSPHERE_PA } from '@/core/units/pressureUnit'
import type { AutomaticSettings } from '@/schema/links'
import type { RunStep } from '@/schema/recordedRun'
import type { RunView } from '@/schema/runView'

/** Shares of the span: how short of a point it stops, how near counts as there, how far counts as past. Ours, no source. */
const LEAD = 0.01
const REACH = 0.0005
const PAST = 0.001
/** What still moves within that of the span has settled, where the plan of the run says nothing. Ours, no source. */
const TOLERANCE = 0.0004
/** So far beyond the ends of its range an instrument may be taken, of the span. Ours, no source. */
const MARGIN = 0.05
/** Readings of a point are so far apart, of the time it is looked at; never further than half a second. */
const GAP_SHARE = 0.1
const LONGEST_GAP_S = 0.5
const PATIENCE_S = 300
/** So long without coming nearer a source is stuck, s; so much of the span away from where it was, it goes the wrong way. */
const STALL_S = 30
const ASTRAY = 0.05
const SILENCE_S = 5

/** The points of the present round that are not read yet, in their order. */
export const outstanding = ({ rounds }: Pick<RunView, 'rounds'>): readonly RunStep[] =>
  rounds.at(-1)?.steps.filter(({ readings }) => readings.length === 0) ?? []

/** How long a point is looked at at least: what damping and plan of the run ask for goes before a person's wish. */
export function leastSeconds(world: RunView['world']): number {
  return Math.max(settleSecondsOf(world), world.dwellSeconds ?? 0)
}

/**
 * How the rest of a round is taken by its devices, in the unit it is read in.
 *
 * @throws {Refusal} where there is nothing left to take, or a point is read by other means than by devices
 */
export function automaticPlan(
  run: RunView,
  { settle, seconds, readings }: AutomaticSettings,
  { beside = [], dampingSeconds = 0 }: AutomaticBeside = {},
): AutomaticPlan {
  const { world } = run
  refuseOtherMeans(world)
  const steps = outstanding(run)
  if (steps.length === 0) throw new Refusal('run', 'every point of this round is read', 'judge it')
  // As the reference gives them: a head between it and the instrument is made up for.
  const range = { lrv: targetInput(0, world), urv: targetInput(100, world) }
  const span = Math.abs(range.urv - range.lrv)
  const worlds = [world, ...beside.map((each) => each.world)]
  const looked = Math.max(seconds, settleSeconds(dampingSeconds), ...worlds.map(leastSeconds))
  const tolerance = span * Math.min(TOLERANCE, ...worlds.map(steadyShare))
  return {
    points: steps.map(({ percent, direction }) => ({ percent, direction })),
    range,
    settle: settle === 'time' ? { kind: 'time', seconds: looked } : { kind: settle, seconds: looked, tolerance },
    channels: worlds.flatMap((each) => channelsOf(each, tolerancesOf(each)).map((own) => ({ tolerance: own }))),
    readings,
    gapSeconds: Math.min(LONGEST_GAP_S, looked * GAP_SHARE),
    ...{ lead: span * LEAD, reach: span * REACH, past: span * PAST },
    ...(errorBasis(world) === 'reading' && { isOfReading: true }),
    // What it vents to lies within: a run begins with its source vented.
    ...applicable([run, ...beside]),
    ...{ patienceSeconds: PATIENCE_S, silenceSeconds: SILENCE_S, stallSeconds: STALL_S, astray: span * ASTRAY },
  }
}

/** What else hangs at the manifold, and the longest damping that a device itself says it has, s. */
export type AutomaticBeside = { readonly beside?: readonly RunView[]; readonly dampingSeconds?: number }

/** What of an instrument is read at each point, in its order. */
export function channelsOf<T>(
  world: Pick<RunView['world'], 'readsDigital'> | undefined,
  { output, pv, ao }: { readonly output: T; readonly pv: T; readonly ao: T },
): T[] {
  return world?.readsDigital ? [output, pv, ao] : [output]
}

/** How much of its span an output may move while its point is held: what the plan says of it, else ours. */
const steadyShare = ({ stabilityPercent }: RunView['world']): number =>
  stabilityPercent === undefined ? TOLERANCE : stabilityPercent / 100

function tolerancesOf(world: RunView['world']) {
  const { range, scale } = judgingBasis(world)
  const share = steadyShare(world)
  const output = Math.abs(scale.upper - scale.lower) * share
  return { output, pv: Math.abs(range.urv - range.lrv) * share, ao: output }
}

const applicable = (runs: readonly Pick<RunView, 'world'>[]) => {
  const { lowest, highest } = sourceBounds(runs)
  return { lowest, highest }
}

/** So near to what it vents to, a source counts as vented: as a share of what may be applied, and of the air where it is absolute. */
const VENTED_SHARE = 0.002
const WEATHER_SHARE = 0.15
/** So long a vent may take, and a source be silent before it is missed, s. Ours, no source. */
const VENT_SECONDS = 60
export const MISSED_SECONDS = 2

/** What the source of some runs at one manifold is kept from, in the unit they are read in. */
export function sourceBounds(runs: readonly Pick<RunView, 'world'>[]): SourceBounds {
  const limits = runs.map(pressureLimits)
  const lowest = Math.max(...limits.map((each) => each.lowest))
  const highest = Math.min(...limits.map((each) => each.highest))
  const isAbsolute = runs.some(({ world }) => world.configuration.pressureKind === 'absolute')
  const air = runs[0] ? convertPressure(STANDARD_ATMOSPHERE_PA, 'Pa', runs[0].world.inputUnit) : 0
  const ventsTo = isAbsolute ? air : 0
  const nothing = isAbsolute ? WEATHER_SHARE * air : VENTED_SHARE * Math.max(0, highest - lowest)
  return {
    // What it vents to it comes to whenever it is vented: that is never beyond.
    ...{ lowest: Math.min(lowest, ventsTo - nothing), highest: Math.max(highest, ventsTo + nothing) },
    ...{ ventsTo, nothing, ventSeconds: VENT_SECONDS, silentSeconds: MISSED_SECONDS },
  }
}

/** Between what a source may be driven for a run, in the unit it is read in: its range with a margin, its sensor, its references. */
export function pressureLimits({ world }: Pick<RunView, 'world'>): {
  readonly lowest: number
  readonly highest: number
} {
  const { configuration, inputUnit, inputReference, furtherReferences = [] } = world
  const inRead = (value: number) => convertPressure(atReference(value, world), configuration.unit, inputUnit)
  const ends = [inRead(configuration.lrv), inRead(configuration.urv)]
  const span = Math.max(...ends) - Math.min(...ends)
  const tops = [inputReference, ...furtherReferences].map(({ rangeHigh, unit }) =>
    convertPressure(rangeHigh, unit, inputUnit),
  )
  return {
    lowest: Math.max(Math.min(...ends) - span * MARGIN, inRead(configuration.lrl) - span * REACH),
    highest: Math.min(Math.max(...ends) + span * MARGIN, inRead(configuration.url), Math.max(...tops)),
  }
}

function refuseOtherMeans(world: RunView['world']): void {
  const { glass, readsByNull, readsDisplay, inputReference } = world
  const by = glass
    ? 'the gauge glass'
    : readsByNull
      ? 'a null instrument'
      : readsDisplay
        ? 'the eye, at its display'
        : inputReference.principle === 'dead-weight'
          ? 'the masses on a piston'
          : hookUpFactsOf(world).pumpSide === 'low'
            ? 'pressure on its low side, and a source gives the sign of a point by itself'
            : null
  if (by) throw new Refusal('run', `this run is read by ${by}`, 'type its readings')
}

/**
 * Whether several runs can be taken at one manifold: read in one unit, with the same points in the same order, so that one
 * pressure serves them all.
 *
 * @throws {Refusal} naming the instrument that differs
 */
export function refuseDifferentPoints(runs: readonly RunView[]): void {
  const [first, ...others] = runs
  if (!first) return
  const wanted = outstanding(first)
  for (const run of others) {
    const steps = outstanding(run)
    const { tag } = run.world.instrument
    if (run.world.inputUnit !== first.world.inputUnit)
      throw new Refusal('members', `${tag} is read in another unit`, 'begin its run with the same reference')
    const isSame =
      steps.length === wanted.length &&
      steps.every(({ percent, direction }, index) => {
        const other = wanted[index]
        return (
          other?.direction === direction &&
          Math.abs(targetInput(percent, run.world) - targetInput(other.percent, first.world)) < 1e-9
        )
      })
    if (!isSame)
      throw new Refusal(
        'members',
        `${tag} asks for other pressures than ${first.world.instrument.tag}: other points, another height, or further on`,
        'take it by itself',
      )
  }
}
