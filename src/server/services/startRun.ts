import { referencesOfPoints } from '@/core/conformity/serveByReferences'
import { calendarDate } from '@/core/format/formatTime'
import { Refusal } from '@/core/refusal'
import { refuseBeyondSensor } from '@/core/run/judge/readingNotice'
import { refuseUnmeetableRule } from '@/core/run/plan/decisionRule'
import { plannedPoints } from '@/core/run/plan/plan'
import { plannedUncertainty, tightestUncertainty } from '@/core/run/plan/plannedUncertainty'
import { testPointPercents } from '@/core/run/plan/pointScale'
import { type ReferencesOfRun, unfitReferences } from '@/core/run/plan/runFitness'
import { isTransmitted, SIGNALS } from '@/core/signal/signal'
import { isTwoWireLoop } from '@/core/signal/signalKind'
import { inputAtPercent } from '@/core/transfer/linearTransfer'
import type { Configuration } from '@/schema/configuration'
import { mayDo, whoMay } from '@/schema/roles'
import type { StartRun } from '@/schema/run'
import type { PlannedPoint, PressureStandard, Standard, World } from '@/schema/world'
import { type Queryable, transaction } from '../database'
import { environment, SOFTWARE_VERSION } from '../environment'
import { Conflict, NotFound } from '../refusals'
import { insertEvent } from '../sql/event'
import { lockInstrument, selectInstrument } from '../sql/instrument'
import { insertRun, selectOpenRun, selectRun } from '../sql/run'
import { insertRound, insertSteps } from '../sql/runRound'
import { selectStandard } from '../sql/standard'
import type { Actor } from './actor'
import { earlierWork } from './earlierWork'

/**
 * Starts a run: snapshots the world it will be judged by and lays out the as-found round. Sent twice with the same id
 * it starts one run.
 *
 * @throws {Conflict} when the instrument has an open run already
 * @throws {Refusal} when the references do not fit
 */
export function startRun(input: StartRun, { person, now }: Actor): Promise<{ id: string }> {
  return transaction(async (db) => {
    // A range change takes the same lock: neither begins on what the other is about to replace.
    await lockInstrument(db, input.instrumentId)
    const instrument = await selectInstrument(db, { id: input.instrumentId })
    if (!instrument) throw new NotFound('instrumentId', 'there is no such instrument', 'look it up by its tag')
    const { configuration } = instrument
    const references = await inputReferences(db, [input.inputReferenceId, ...input.furtherReferenceIds])
    const day = calendarDate(now, environment().BARYS_TIME_ZONE)
    const planned = {
      instrument: { id: instrument.id, tag: instrument.tag },
      configuration,
      configurationVersion: instrument.version,
      inputUnit: input.inputUnit,
      points: pointsOf(input, configuration, references),
      inputReference: references[0],
      ...(references.length > 1 && { furtherReferences: references.slice(1) }),
      outputReference: await outputReference(db, input.outputReferenceId, configuration),
      environment: input.environment,
      ...(input.readsDigital && { readsDigital: digitalPlan(configuration) }),
      ...(input.readsDisplay && { readsDisplay: displayPlan(configuration) }),
      ...(input.plan.dwellSeconds !== null && { dwellSeconds: input.plan.dwellSeconds }),
      ...stabilityPlan(input.plan),
      outOfService: true as const,
      decisionRule: input.decisionRule,
      statesUncertainty: true as const,
      ...(await earlierWork(db, instrument)),
      ...headOf(input.head),
      ...(input.itemCondition !== null && { itemCondition: input.itemCondition }),
      day,
      softwareVersion: SOFTWARE_VERSION,
    } satisfies World
    const world: World = { ...planned, ...overridesOf(planned, { reason: input.unfitReason, person, day }) }
    const tightest = tightestUncertainty(plannedUncertainty({ ...world, statesUncertainty: true }))
    if (tightest) refuseUnmeetableRule(world.decisionRule, tightest)
    const row = {
      id: input.id,
      instrumentId: instrument.id,
      configurationId: instrument.configurationId,
      world,
      at: now,
      personId: person.id,
    }
    if (!(await insertRun(db, row))) return repeatedStart(db, input)
    await insertRound(db, { runId: input.id, round: 0, at: now, personId: person.id, planReason: null })
    await insertSteps(db, { runId: input.id, round: 0, points: world.points })
    await insertEvent(db, { at: now, personId: person.id, kind: 'run started', subjectId: input.id })
    return { id: input.id }
  })
}

/** Level is left out. */
const headOf = (head: StartRun['head']): Pick<World, 'head'> =>
  head?.heightMillimetre && Number(head.heightMillimetre) !== 0
    ? { head: { heightMillimetre: Number(head.heightMillimetre), fill: head.fill } }
    : {}

/** Standing still is looked at while a point is held. */
function stabilityPlan({ stabilityPercent, dwellSeconds }: StartRun['plan']): Pick<World, 'stabilityPercent'> {
  if (stabilityPercent === null) return {}
  if (dwellSeconds === null)
    throw new Refusal(
      'plan.stabilityPercent',
      'how still a point must stand is given, and not how long it is held',
      'say how long each point is held, or leave both out',
    )
  return { stabilityPercent }
}

/** PV and AO are read where there is a loop current to compare them with. */
function digitalPlan({ signal }: Configuration): true {
  if (isTwoWireLoop(signal)) return true
  throw new Refusal('readsDigital', 'the instrument has no 4–20 mA output to compare PV and AO with', 'leave it out')
}

/** A display is read beside an output; where the display is the output, it is read anyway. */
function displayPlan({ signal, displayScale, hostRoot }: Configuration): true {
  if (hostRoot)
    throw new Refusal(
      'readsDisplay',
      'the display scale is that of the host, which takes the root itself',
      'leave it out',
    )
  if (!isTransmitted(signal))
    throw new Refusal('readsDisplay', 'the display is this instrument’s only output', 'leave it out: it is read anyway')
  if (displayScale) return true
  throw new Refusal(
    'readsDisplay',
    'the register does not say what the display shows at 0 % and 100 %',
    'add the display scale to the instrument, or leave it out',
  )
}

/** The points of a run: the register's or those asked for, in cycles, each with the reference that serves it. */
function pointsOf(
  { plan }: Pick<StartRun, 'plan'>,
  configuration: Configuration,
  references: readonly PressureStandard[],
): PlannedPoint[] {
  const testPoints = plan.testPoints ?? configuration.testPoints
  const percents = testPointPercents({ ...configuration, testPoints })
  for (const percent of percents) refuseBeyondSensor(inputAtPercent(percent, configuration), runBasisOf(configuration))
  const points = plannedPoints(percents, plan.pointOrder ?? configuration.pointOrder, plan.cycles)
  if (references.length === 1) return points
  const inputs = points.map(({ percent }) => inputAtPercent(percent, configuration))
  const served = referencesOfPoints(inputs, configuration.unit, references)
  const first = references[0]?.id
  return points.map((point, index) => {
    const referenceId = served[index]
    return referenceId === undefined || referenceId === first ? point : { ...point, referenceId }
  })
}

const runBasisOf = (configuration: Configuration) => ({ configuration, inputUnit: configuration.unit })

async function repeatedStart(db: Queryable, input: StartRun): Promise<{ id: string }> {
  const same = await selectRun(db, input.id)
  if (same?.instrumentId === input.instrumentId) return { id: same.id }
  const open = await selectOpenRun(db, input.instrumentId)
  throw new Conflict(
    'instrumentId',
    `${open?.startedBy ?? 'somebody'} has a run open on this instrument`,
    'open that run and go on with it, or abandon it first',
  )
}

/** The first reference and those of further sub-ranges, each once. */
async function inputReferences(
  db: Queryable,
  ids: readonly [string, ...string[]],
): Promise<[PressureStandard, ...PressureStandard[]]> {
  const [first, ...further] = ids
  const references: [PressureStandard, ...PressureStandard[]] = [await inputReference(db, first)]
  for (const id of new Set(further)) if (id !== first) references.push(await inputReference(db, id))
  return references
}

async function inputReference(db: Queryable, id: string): Promise<PressureStandard> {
  const standard = await selectStandard(db, id)
  if (standard?.quantity === 'pressure') return standard
  throw new Refusal('inputReferenceId', 'that is no pressure reference we own', 'choose one of those offered')
}

async function outputReference(
  db: Queryable,
  id: string | null,
  configuration: Configuration,
): Promise<Standard | null> {
  if (!isTransmitted(configuration.signal)) return null
  const standard = id === null ? null : await selectStandard(db, id)
  if (standard) return standard
  throw new Refusal(
    'outputReferenceId',
    `the output is in ${SIGNALS[configuration.signal].unit}, and no reference for it is chosen`,
    'choose a meter or gauge that reads it',
  )
}

/**
 * References that do not fit: refused, or let through with a reason by those with the right. What no reason helps is
 * refused to all: another kind of pressure, or a point that nothing reaches.
 */
function overridesOf(
  world: ReferencesOfRun,
  { reason, person, day }: { reason: string | null; person: Actor['person']; day: string },
): Pick<World, 'overrides'> {
  const amiss = unfitReferences(world, day)
  const hopeless = amiss.find(({ issues }) => issues.some(({ code }) => code === 'kind' || code === 'reach'))
  const first = hopeless ?? amiss[0]
  if (!first) return {}
  const words = `${first.code} ${first.issues.map((issue) => issue.words).join('; ')}`
  if (hopeless) throw new Refusal(first.field, words, 'choose another reference')
  if (reason === null)
    throw new Refusal(
      first.field,
      words,
      'choose another reference, or say why this one is used; it stands on the certificate',
    )
  if (!mayDo(person.role, 'use a reference that does not fit'))
    throw new Refusal(
      first.field,
      words,
      `choose another reference; only ${whoMay('use a reference that does not fit')} may let it be used`,
    )
  return {
    overrides: amiss.map(({ code, issues }) => ({
      code,
      amiss: issues.map((issue) => issue.words),
      reason,
      by: person.name,
    })),
  }
}
