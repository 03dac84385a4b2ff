import { referencesOfPoints } from '@/core/conformity/serveByReferences'
import { Refusal } from '@/core/refusal'
import { refuseUnmeetableRule } from '@/core/run/decisionRule'
import { plannedPoints } from '@/core/run/plan'
import { plannedUncertainty, tightestUncertainty } from '@/core/run/plannedUncertainty'
import { testPointPercents } from '@/core/run/pointScale'
import { refuseBeyondSensor } from '@/core/run/readingNotice'
import { isTransmitted, SIGNALS } from '@/core/signal/signal'
import { inputAtPercent } from '@/core/transfer/linearTransfer'
import { pressureKindsMatch } from '@/core/units/pressureKind'
import type { Configuration } from '@/schema/configuration'
import type { StartRun } from '@/schema/run'
import type { PlannedPoint, PressureStandard, Standard, World } from '@/schema/world'
import { type Queryable, transaction } from '../database'
import { SOFTWARE_VERSION } from '../environment'
import { Conflict, NotFound } from '../refusals'
import { insertEvent } from '../sql/event'
import { lockInstrument, selectInstrument } from '../sql/instrument'
import { insertRun, selectOpenRun, selectRun } from '../sql/run'
import { insertRound, insertSteps } from '../sql/runRound'
import { type SealedResult, selectResultsOf } from '../sql/seal'
import { selectStandard } from '../sql/standard'
import type { Actor } from './actor'

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
    const references = await inputReferences(db, [input.inputReferenceId, ...input.furtherReferenceIds], configuration)
    const world: World = {
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
      outOfService: true,
      decisionRule: input.decisionRule,
      statesUncertainty: true,
      ...(await lastGoodOf(db, instrument.id)),
      softwareVersion: SOFTWARE_VERSION,
    }
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

/** The last calibration that left the instrument inside its limit. */
async function lastGoodOf(db: Queryable, instrumentId: string): Promise<Pick<World, 'lastGood'>> {
  const results = await selectResultsOf(db, instrumentId)
  const good = results.find(({ asLeft, reviewState }) => asLeft !== 'outside' && reviewState !== 'amended')
  if (!good) return {}
  // An amendment is sealed later than the work was done: the day is that of the first record of its line.
  const firstOf = (result: SealedResult): SealedResult => {
    const before = results.find(({ sequence }) => sequence === result.amends)
    return before ? firstOf(before) : result
  }
  return { lastGood: { sequence: good.sequence, sealedAt: firstOf(good).sealedAt.toISOString() } }
}

/** PV and AO are read where there is a loop current to compare them with. */
function digitalPlan({ signal }: Configuration): true {
  if (signal === '4-20mA') return true
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
  configuration: Configuration,
): Promise<[PressureStandard, ...PressureStandard[]]> {
  const [first, ...further] = ids
  const references: [PressureStandard, ...PressureStandard[]] = [await inputReference(db, first, configuration)]
  for (const id of new Set(further)) if (id !== first) references.push(await inputReference(db, id, configuration))
  return references
}

async function inputReference(db: Queryable, id: string, configuration: Configuration): Promise<PressureStandard> {
  const standard = await selectStandard(db, id)
  if (standard?.quantity !== 'pressure')
    throw new Refusal('inputReferenceId', 'that is no pressure reference we own', 'choose one of those offered')
  if (!pressureKindsMatch(standard.pressureKind, configuration.pressureKind))
    throw new Refusal(
      'inputReferenceId',
      `${standard.code} measures ${standard.pressureKind} pressure, the instrument ${configuration.pressureKind}`,
      'choose a reference of the same kind',
    )
  return standard
}

async function outputReference(
  db: Queryable,
  id: string | null,
  configuration: Configuration,
): Promise<Standard | null> {
  if (!isTransmitted(configuration.signal)) return null
  const wanted = SIGNALS[configuration.signal].unit
  const standard = id === null ? null : await selectStandard(db, id)
  const fits =
    standard && (standard.quantity === 'pressure' ? wanted === 'psi' || wanted === 'kPa' : standard.unit === wanted)
  if (!fits)
    throw new Refusal(
      'outputReferenceId',
      `the output is in ${wanted}, and no reference for it is chosen`,
      'choose a meter or gauge that reads it',
    )
  return standard
}
