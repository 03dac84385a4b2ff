import { isInPv } from '@/core/adjust/adjustedBy'
import { actOf } from '@/core/adjust/adjustmentKind'
import { standingActs } from '@/core/adjust/standingActs'
import { largestZeroTrim, zeroTrimShift } from '@/core/adjust/zeroTrim'
import { Refusal } from '@/core/refusal'
import { adjustSequence, refuseOutsideWindow } from '@/core/run/advise/adjustSequence'
import { refuseAct } from '@/core/run/advise/checkAct'
import { appliedInput } from '@/core/run/judge/appliedInput'
import { judgingBasis } from '@/core/run/judge/judgeSteps'
import { zeroKnownTo } from '@/core/run/judge/zeroKnown'
import { plannedPoints } from '@/core/run/plan/plan'
import { inputPercentOfPoint, pointName } from '@/core/run/plan/pointScale'
import type { RunState } from '@/core/run/runState'
import { percentOfOutput } from '@/core/signal/signal'
import { convertPressure } from '@/core/units/pressureUnit'
import { presentAdvice } from '@/plans/runProgress'
import type { RecordedAdjustment } from '@/schema/recordedRun'
import type { NewAdjustment, OpenRound } from '@/schema/run'
import type { RunView } from '@/schema/runView'
import type { World } from '@/schema/world'
import { type Transaction, transaction } from '../../database'
import { Conflict } from '../../refusals'
import { insertAdjustment } from '../../sql/run/adjustment'
import { insertRound, insertSteps } from '../../sql/run/runRound'
import type { Actor } from '../actor'
import { loadRun } from './loadRun'
import { takeOpenRun } from './openRun'
import { isRepeated, refuseForeignId } from './repeated'

/**
 * Records one thing done to the instrument.
 *
 * @throws {Refusal} outside the Adjust stage, or for a zero trim at a pressure that is not zero
 */
export function recordAdjustment(runId: string, done: NewAdjustment, { person, now }: Actor): Promise<RunView> {
  return transaction(async (db) => {
    // A drum is hot only once it is back in service.
    const taken =
      done.kind === 'hot-offset'
        ? await takeRunForHotOffset(db, runId)
        : await takeRunInAdjust(db, runId, 'record it while the run is in Adjust')
    const { run } = taken
    const known = run.rounds.flatMap(({ adjustments }) => adjustments).find(({ id }) => id === done.id)
    if (isRepeated(known, done, SAME_ACT)) return run
    refuseAdjustment(taken, done)
    const afterRound = run.rounds.length - 1
    refuseForeignId(await insertAdjustment(db, { ...done, runId, afterRound, at: now, personId: person.id }))
    return loadRun(db, runId)
  })
}

/**
 * Whether something may be done to the instrument now, before it is done.
 *
 * @throws {Refusal} as {@link recordAdjustment}
 */
export function checkAdjustment(runId: string, done: NewAdjustment): Promise<void> {
  return transaction(async (db) => {
    refuseAdjustment(await takeRunInAdjust(db, runId, 'do it while the run is in Adjust'), done)
  })
}

function refuseAdjustment({ run, state }: RunToAdjust, done: NewAdjustment): void {
  const acts = run.rounds.at(-1)?.adjustments ?? []
  refuseSuperseding(acts, done)
  if (done.isWithdrawn) return
  refusePointOfSequence(done, run.world)
  const others = standingActs(acts).filter(({ id }) => id !== done.supersedes)
  refuseAct(
    done,
    run.world,
    others.map(({ kind }) => kind),
  )
  refuseTrimAtPressure(done, run.world)
  refuseAgainstAdvice(done, run, state)
}

/** A trim hides a fault that lies beside the instrument: where the readings point to one, it needs its reason. */
function refuseAgainstAdvice({ kind, reason }: NewAdjustment, run: RunView, state: RunState): void {
  if (!actOf(kind).isTrim || reason !== null) return
  const advice = presentAdvice(run, state)?.advice
  if (advice?.action === 'put-right')
    throw new Refusal(
      'kind',
      `the readings point to another fault than the ${actOf(kind).label} cures: ${advice.reason}`,
      'correct that first, or say why it is adjusted all the same',
    )
}

/** What makes two acts the same. */
const SAME_ACT = [
  ...(['kind', 'words', 'applied', 'beforeOutput', 'afterOutput', 'beforePv', 'afterPv'] as const),
  ...(['excitation', 'excitationUnit', 'excitationMeter', 'supersedes', 'reason'] as const),
]

/** Only an act of this round that still stands is corrected, once, and by one of its own round. */
function refuseSuperseding(acts: readonly RecordedAdjustment[], { supersedes }: NewAdjustment): void {
  if (supersedes === null || standingActs(acts).some(({ id }) => id === supersedes)) return
  throw new Conflict(
    'supersedes',
    'that act was corrected or withdrawn, or belongs to another round; yours was not stored',
    'look at the acts as they are now',
  )
}

/**
 * Opens the as-left round after an adjustment. Sent twice, it opens one.
 *
 * @throws {Refusal} outside the Adjust stage, or when nothing was recorded as done
 */
export function openRound(runId: string, { round, fewerPoints }: OpenRound, { person, now }: Actor): Promise<RunView> {
  return transaction(async (db) => {
    const { run } = await takeOpenRun(db, runId)
    if (run.rounds.length === round + 1) return run
    const { run: adjusting } = await takeRunInAdjust(db, runId, 'reload the run')
    if (adjusting.rounds.length !== round)
      throw new Refusal('round', `the next round is number ${adjusting.rounds.length}`, 'reload the run')
    if (standingActs(adjusting.rounds.at(-1)?.adjustments ?? []).length === 0)
      throw new Refusal(
        'adjustments',
        'nothing has been recorded as done',
        'say what was adjusted, so that the record can tell',
      )
    const points = fewerPoints ? reducedPoints(run.world, fewerPoints.testPoints) : run.world.points
    const planReason = fewerPoints?.reason ?? null
    await insertRound(db, { runId, round, at: now, personId: person.id, planReason })
    await insertSteps(db, { runId, round, points })
    return loadRun(db, runId)
  })
}

/** The points of a shorter as-left round: some of those taken as found, in the same order. */
function reducedPoints({ configuration, points }: World, wanted: readonly number[]) {
  const percents = wanted.map((point) => inputPercentOfPoint(point, configuration))
  const known = [...new Set(points.map(({ percent }) => percent))]
  const kept = percents.map((percent) => {
    const found = known.find((each) => Math.abs(each - percent) < SAME_PERCENT)
    if (found === undefined)
      throw new Refusal(
        'fewerPoints.testPoints',
        `${pointName(percent, configuration)} was not taken as found`,
        'choose some of the points that were',
      )
    return found
  })
  const isUpAndDown = points.some(({ direction }) => direction === 'falling')
  return plannedPoints(kept, isUpAndDown ? 'up-down' : 'up')
}

/** Percentages that went through a root and back differ in their last digits. */
const SAME_PERCENT = 1e-6

/** A zero trim is recorded only with what acted on the cell, and only when that was zero: see {@link zeroTrimShift}. */
function refuseTrimAtPressure({ kind, applied, beforeOutput, beforePv, reason }: NewAdjustment, world: World): void {
  const { configuration, inputUnit } = world
  if (kind !== 'zero-trim') return
  if (configuration.pressureKind === 'absolute')
    throw new Refusal(
      'kind',
      'zero of an absolute instrument is a vacuum, and no venting gives it',
      'use the lower sensor trim at a vacuum the reference knows',
    )
  if (applied === null)
    throw new Refusal(
      'applied',
      'it is not said what acted on the cell',
      'isolate, equalise, vent and drain, then enter what the reference shows: it should be zero',
    )
  const inRead = (value: number) => convertPressure(value, configuration.unit, inputUnit)
  const { lrv, urv } = configuration
  if (lrv !== 0 && beforeOutput === null && beforePv === null)
    throw new Refusal(
      isInPv(kind) ? 'beforePv' : 'beforeOutput',
      'LRV is not zero pressure, so the reading before says whether a leg or head still acts on the cell',
      'enter PV before the trim',
    )
  // What it says of the pressure at the cell before that is trimmed away: PV, or else the output.
  const { scale } = judgingBasis({ configuration })
  const byOutput = beforeOutput === null ? 0 : lrv + (percentOfOutput(Number(beforeOutput), scale) / 100) * (urv - lrv)
  const shown = beforePv === null ? byOutput : Number(beforePv)
  const zeroTolerance = inRead(zeroKnownTo(world))
  zeroTrimShift({
    pv: inRead(shown),
    applied: inRead(appliedInput(Number(applied), world)),
    zeroTolerance,
    makerLimit: reason === null ? inRead(largestZeroTrim(configuration)) : null,
    lrv: inRead(lrv),
  })
}

/** A point of a gauge's sequence is taken only where it belongs: see {@link refuseOutsideWindow}. */
function refusePointOfSequence({ kind, applied }: NewAdjustment, world: World): void {
  const step = adjustSequence(world).find((each) => each.kind === kind)
  if (!step) return
  refuseOutsideWindow(step, applied === null ? null : appliedInput(Number(applied), world), zeroKnownTo(world))
}

type RunToAdjust = { readonly run: RunView; readonly state: RunState }

async function takeRunForHotOffset(db: Transaction, runId: string): Promise<RunToAdjust> {
  const { run, state } = await takeOpenRun(db, runId)
  if (state.stage !== 'restore')
    throw new Refusal('run', `the run is at “${state.stage}”`, 'record a hot offset in Restore, at operating pressure')
  return { run, state }
}

async function takeRunInAdjust(db: Transaction, runId: string, remedy: string): Promise<RunToAdjust> {
  const { run, state } = await takeOpenRun(db, runId)
  if (state.stage !== 'adjust') throw new Refusal('run', `the run is at “${state.stage}”, not at “adjust”`, remedy)
  return { run, state }
}
