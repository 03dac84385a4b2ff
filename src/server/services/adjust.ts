import { zeroTrimShift } from '@/core/adjust/zeroTrim'
import { referenceAccuracyInput } from '@/core/conformity/accuracyRatio'
import { Refusal } from '@/core/refusal'
import { adjustSequence, refuseOutsideWindow } from '@/core/run/advise/adjustSequence'
import { judgingBasis } from '@/core/run/judge/judgeSteps'
import { plannedPoints } from '@/core/run/plan/plan'
import { inputPercentOfPoint, pointName } from '@/core/run/plan/pointScale'
import { percentOfOutput } from '@/core/signal/signal'
import { convertPressure, type PressureUnit } from '@/core/units/pressureUnit'
import type { NewAdjustment, OpenRound } from '@/schema/run'
import type { RunView } from '@/schema/runView'
import type { World } from '@/schema/world'
import { type Transaction, transaction } from '../database'
import { insertAdjustment } from '../sql/adjustment'
import { insertRound, insertSteps } from '../sql/runRound'
import type { Actor } from './actor'
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
    const run =
      done.kind === 'hot-offset'
        ? await takeRunForHotOffset(db, runId)
        : await takeRunInAdjust(db, runId, 'record it while the run is in Adjust')
    const known = run.rounds.flatMap(({ adjustments }) => adjustments).find(({ id }) => id === done.id)
    if (isRepeated(known, done, ['kind', 'words', 'applied', 'beforeOutput', 'afterOutput'])) return run
    refuseTrimAtPressure(done, run.world)
    refusePointOfSequence(done, run.world)
    const afterRound = run.rounds.length - 1
    refuseForeignId(await insertAdjustment(db, { ...done, runId, afterRound, at: now, personId: person.id }))
    return loadRun(db, runId)
  })
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
    const adjusting = await takeRunInAdjust(db, runId, 'reload the run')
    if (adjusting.rounds.length !== round)
      throw new Refusal('round', `the next round is number ${adjusting.rounds.length}`, 'reload the run')
    if (adjusting.rounds.at(-1)?.adjustments.length === 0)
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
function refuseTrimAtPressure(
  { kind, applied, beforeOutput }: NewAdjustment,
  { inputReference, configuration, inputUnit }: World,
): void {
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
  const zeroTolerance = zeroToleranceIn(inputUnit, inputReference)
  const inRead = (value: number) => convertPressure(value, configuration.unit, inputUnit)
  const { lrv, urv } = configuration
  if (lrv !== 0 && beforeOutput === null)
    throw new Refusal(
      'beforeOutput',
      'LRV is not zero pressure, so the output before says whether a leg or head still acts on the cell',
      'enter the output before the trim',
    )
  // What the output says of the pressure at the cell before it is trimmed away.
  const { scale } = judgingBasis({ configuration })
  const shown = beforeOutput === null ? 0 : lrv + (percentOfOutput(Number(beforeOutput), scale) / 100) * (urv - lrv)
  zeroTrimShift({ pv: inRead(shown), applied: Number(applied), zeroTolerance, makerLimit: null, lrv: inRead(lrv) })
}

/**
 * What counts as zero, in a unit: what the reference can know of it, which is its uncertainty there, or a few counts, as
 * none stands on it exactly. Common practice, no source.
 */
function zeroToleranceIn(unit: PressureUnit, reference: World['inputReference']): number {
  const counts = ZERO_COUNTS * Math.abs(convertPressure(reference.resolution, reference.unit, unit))
  const accuracy = Math.abs(referenceAccuracyInput(0, unit, reference))
  const halfStep = Math.abs(convertPressure(reference.resolution, reference.unit, unit)) / 2
  return Math.max(counts, (2 * Math.hypot(accuracy, halfStep)) / Math.sqrt(3))
}

const ZERO_COUNTS = 5

/** A point of a gauge's sequence is taken only where it belongs: see {@link refuseOutsideWindow}. */
function refusePointOfSequence({ kind, applied }: NewAdjustment, world: World): void {
  const step = adjustSequence(world).find((each) => each.kind === kind)
  if (!step) return
  const inRange = (value: number) => convertPressure(value, world.inputUnit, world.configuration.unit)
  refuseOutsideWindow(
    step,
    applied === null ? null : inRange(Number(applied)),
    zeroToleranceIn(world.configuration.unit, world.inputReference),
  )
}

async function takeRunForHotOffset(db: Transaction, runId: string): Promise<RunView> {
  const { run, state } = await takeOpenRun(db, runId)
  if (state.stage !== 'restore')
    throw new Refusal('run', `the run is at “${state.stage}”`, 'record a hot offset in Restore, at operating pressure')
  return run
}

async function takeRunInAdjust(db: Transaction, runId: string, remedy: string): Promise<RunView> {
  const { run, state } = await takeOpenRun(db, runId)
  if (state.stage !== 'adjust') throw new Refusal('run', `the run is at “${state.stage}”, not at “adjust”`, remedy)
  return run
}
