import type { JudgedPoint } from '@/core/analysis/judgedPoint'
import { calendarDate } from '@/core/format/formatTime'
import { Refusal } from '@/core/refusal'
import { appliedOfGlass, appliedOfMasses } from '@/core/run/judge/computedReading'
import { judgeReading, judgingBasis } from '@/core/run/judge/judgeSteps'
import { pistonOfPoint } from '@/core/run/judge/pistonOfPoint'
import { refuseBeyondSensor, refuseImpossibleOutput } from '@/core/run/judge/readingNotice'
import { referenceOfPoint } from '@/core/run/plan/referenceOfPoint'
import { unfitReading } from '@/core/run/plan/runFitness'
import { worldAt } from '@/core/run/plan/worldAt'
import { outputOfNull } from '@/core/signal/nullInstrument'
import {
  figuresOf,
  isSameReading,
  READING_FIELDS,
  READING_QUANTITY_LIST,
  type ReadingField,
} from '@/schema/readings/readingQuantities'
import type { ReadingTaking, RecordedReading, RunStep } from '@/schema/recordedRun'
import type { NewReading } from '@/schema/run'
import type { AcceptedReading, RunView } from '@/schema/runView'
import type { World } from '@/schema/world'
import { pool, type Queryable, transaction } from '../../database'
import { Conflict } from '../../refusals'
import { selectSessionOfRun } from '../../sql/links/linkSession'
import { insertEvent } from '../../sql/proof/event'
import { insertFirstReading, insertReading } from '../../sql/run/reading'
import type { Actor } from '../actor'
import { zoneOf } from '../people/site'
import { takeOpenRun } from './openRun'
import { isRepeated, refuseForeignId } from './repeated'
import { worldAndStep } from './worldAndStep'

/**
 * Stores one reading, or a correction of one, and answers with it as stored and judged. When this returns the reading
 * is on disk; sent twice with the same id it is stored once.
 *
 * The ordinary reading, the next one of an open run, takes a single statement that stores it only if it is just that
 * ({@link insertFirstReading}). Whatever else it is, a correction, a repeat, a mistake, is looked into step by step.
 *
 * @throws {Conflict} when the point has a reading by somebody else, or the corrected one was corrected already
 * @throws {Refusal} for an input the sensor cannot take, or a step that is not of this run's present round
 */
export async function recordReading(
  runId: string,
  { linkedFields, ...sent }: NewReading,
  actor: Actor,
): Promise<AcceptedReading> {
  if (linkedFields) await refuseWithoutLink(pool(), runId)
  return recordTaken(
    runId,
    { ...sent, ...(linkedFields && { taking: { way: 'linked', fields: linkedFields } }) },
    actor,
  )
}

async function refuseWithoutLink(db: Queryable, runId: string): Promise<void> {
  if (await selectSessionOfRun(db, runId)) return
  throw new Refusal('linkedFields', 'no device is linked to this run', 'type what was read, or link the devices again')
}

/** A reading with how it was taken, which no caller from outside may say of itself. */
export type TakenReading = Omit<NewReading, 'linkedFields'> & { readonly taking?: ReadingTaking }

/** As {@link recordReading}, for what was taken by the server itself too. */
export async function recordTaken(runId: string, reading: TakenReading, actor: Actor): Promise<AcceptedReading> {
  if (reading.supersedes !== null) return storeInTurn(runId, reading, actor)
  const { world, step, isolateSteps, exchangeCount } = await worldAndStep(runId, reading.stepId)
  refuseFigures(world, step?.percent, reading)
  if (step) refuseUnfitReferences(world, step.percent, { reading, now: actor.now })
  const row = { ...reading, runId, at: actor.now, personId: actor.person.id }
  if (!step || !(await insertFirstReading(pool(), row, { ...step, isolateSteps, exchangeCount })))
    return storeInTurn(runId, reading, actor)
  return accepted(step, recordedOf(reading, actor), world)
}

/** What no run takes, whatever state it is in. */
function refuseFigures(world: World, percent: number | undefined, reading: TakenReading): void {
  refuseBeyondSensor(Number(reading.applied), world)
  refuseImpossibleOutput(Number(reading.output), world)
  if (percent === undefined) return
  refuseOtherQuantities(world, percent, reading)
  refuseOtherComputation(world, percent, reading)
}

/** What is computed from what was read has to be what it comes to: by a null instrument, a glass, masses on a piston. */
function refuseOtherComputation(world: World, percent: number, reading: TakenReading): void {
  const { nominalPercent: nominal, deflectionPercent: deflection, glassPercent: level, massesKg: masses } = reading
  const { glass, inputUnit } = world
  const refuseOther = (field: 'applied' | 'output', computed: string, words: string) => {
    if (Number(computed) !== Number(reading[field]))
      throw new Refusal(field, `${words} is ${computed}`, 'send what it comes to')
  }
  if (nominal !== undefined && deflection !== undefined)
    refuseOther(
      'output',
      outputOfNull(nominal, deflection, judgingBasis(world).scale),
      `a departure of ${deflection} % from ${nominal} %`,
    )
  if (level !== undefined && glass)
    refuseOther('applied', appliedOfGlass(level, { glass, inputUnit }), `${level} % of the glass`)
  const piston = pistonOfPoint(percent, world)
  if (masses !== undefined && piston)
    refuseOther(
      'applied',
      appliedOfMasses(masses, { piston, inputUnit }),
      `${masses} kg on the piston of ${referenceOfPoint(percent, world).code}`,
    )
}

/** An amendment corrects what was read on the day of the work, whose date has been asked then. */
function refuseUnfitReferences(
  world: World,
  percent: number,
  { reading, now }: { reading: TakenReading; now: Date },
): void {
  const day = world.amends ? null : calendarDate(now, zoneOf(world))
  const unfit = unfitReading({ percent, applied: reading.applied, output: reading.output }, world, day)
  if (unfit) throw new Refusal(unfit.field, unfit.words, unfit.remedy)
}

/** Looks at the whole run first: says what is wrong, or stores what is rightly no ordinary reading. */
function storeInTurn(runId: string, reading: TakenReading, actor: Actor): Promise<AcceptedReading> {
  const { person, now } = actor
  return transaction(async (db) => {
    const { run, state } = await takeOpenRun(db, runId)
    if (state.stage === 'isolate')
      throw new Refusal(
        'run',
        'the instrument is not out of service and hooked up yet',
        'finish the steps of Isolate first',
      )
    const step = stepOf(run, reading.stepId)
    // A correction corrects what was typed with the reference of then.
    const world = worldAt(run.world, run.exchanges ?? [], step.readings[0]?.takenAt)
    const known = step.readings.find((row) => row.id === reading.id)
    if (known && isRepeated<ReadingField>(known, reading, READING_FIELDS)) return accepted(step, known, world)

    refuseFigures(world, step.percent, reading)
    refuseUnfitReferences(world, step.percent, { reading, now })
    refuseWrongPlace(run, step, reading)
    refuseForeignId(await insertReading(db, { ...reading, runId, at: now, personId: person.id }))
    if (reading.supersedes)
      await insertEvent(db, {
        at: now,
        personId: person.id,
        kind: 'reading corrected',
        subjectId: reading.id,
        detail: { runId, supersedes: reading.supersedes },
      })
    return accepted(step, recordedOf(reading, actor), world)
  })
}

/** A reading as every later look at the run will show it. */
const recordedOf = (reading: TakenReading, { person, now }: Actor): RecordedReading => ({
  id: reading.id,
  ...figuresOf(reading),
  ...(reading.heldSeconds !== null && { heldSeconds: reading.heldSeconds }),
  ...(reading.taking && { taking: reading.taking }),
  takenAt: now.toISOString(),
  takenBy: person.name,
  supersedes: reading.supersedes,
  reason: reading.reason,
})

type Place = Pick<RunStep, 'id' | 'percent' | 'direction'>

function accepted({ id, percent, direction }: Place, reading: RecordedReading, world: World): AcceptedReading {
  const point: JudgedPoint = judgeReading({ percent, direction, reading }, world)
  return { stepId: id, reading, point }
}

function stepOf(run: RunView, stepId: string): RunStep {
  // An amendment may correct every round; otherwise only the present one is written to.
  const rounds = run.world.amends ? run.rounds : run.rounds.slice(-1)
  const step = rounds.flatMap(({ steps }) => steps).find((candidate) => candidate.id === stepId)
  if (!step) throw new Refusal('stepId', 'that point is not in the present round', 'reload the run')
  return step
}

/** A quantity is read at every point that asks for it and at no other: half a set tells no stage from another. */
function refuseOtherQuantities(world: World, percent: number, reading: TakenReading): void {
  for (const [name, { isAsked, whenMissing }] of READING_QUANTITY_LIST) {
    if (name === 'applied' || name === 'output') continue
    const [isGiven, isWanted] = [reading[name] !== undefined, isAsked(world, percent)]
    if (isWanted && !isGiven) throw new Refusal(name, whenMissing.reason(world, percent), whenMissing.remedy)
    if (isGiven && !isWanted)
      throw new Refusal(name, 'is not read at this point of the run', 'leave it out, or begin a run that reads it')
  }
}

function refuseWrongPlace(run: RunView, step: RunStep, reading: TakenReading): void {
  const holding = step.readings.at(-1)
  if (reading.supersedes === null && holding)
    throw new Conflict(
      'stepId',
      `${holding.takenBy} has already recorded ${holding.applied} → ${holding.output} for this point; yours was not stored`,
      'look at that reading; if yours is right, enter it as a correction',
    )
  if (reading.supersedes !== null && holding?.id !== reading.supersedes)
    throw new Conflict(
      'supersedes',
      'that reading was corrected in the meantime; yours was not stored',
      'look at the reading that holds now',
    )
  if (reading.supersedes !== null && holding && isSameReading(holding, reading))
    throw new Refusal('output', 'the correction is what stands already', 'change a figure, or leave it as it is')
  if (reading.supersedes !== null && run.rounds.at(-1)?.decision && !run.world.amends)
    throw new Conflict(
      'supersedes',
      'this round has been judged and adjusted after',
      'a judged round is not corrected any more; note it in the remark',
    )
  const next = run.rounds.at(-1)?.steps.find((candidate) => candidate.readings.length === 0)
  if (reading.supersedes === null && next && next.id !== step.id)
    throw new Refusal(
      'stepId',
      `the point to be read next is number ${next.position + 1}`,
      'take the points in their order',
    )
}
