import { zeroTrimShift } from '@/core/adjust/zeroTrim'
import { Refusal } from '@/core/refusal'
import { adjustSequence, refuseOutsideWindow } from '@/core/run/adjustSequence'
import { plannedPoints } from '@/core/run/plan'
import { inputPercentOfPoint, pointName } from '@/core/run/pointScale'
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
    refuseTrimAtPressure(done, run.world)
    refusePointOfSequence(done, run.world)
    const afterRound = run.rounds.length - 1
    await insertAdjustment(db, { ...done, runId, afterRound, at: now, personId: person.id })
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
  { kind, applied }: NewAdjustment,
  { inputReference, configuration, inputUnit }: World,
): void {
  if (kind !== 'zero-trim') return
  if (applied === null)
    throw new Refusal(
      'applied',
      'it is not said what acted on the cell',
      'isolate, equalise, vent and drain, then enter what the reference shows: it should be zero',
    )
  const zeroTolerance = zeroToleranceIn(inputUnit, inputReference)
  const lrv = convertPressure(configuration.lrv, configuration.unit, inputUnit)
  zeroTrimShift({ pv: 0, applied: Number(applied), zeroTolerance, makerLimit: null, lrv })
}

/** What counts as zero, in a unit: a few counts of the reference, as none stands on it exactly. */
const zeroToleranceIn = (unit: PressureUnit, { resolution, unit: own }: World['inputReference']): number =>
  ZERO_COUNTS * Math.abs(convertPressure(resolution, own, unit))

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
