import { isDeepStrictEqual } from 'node:util'
import { calendarDate } from '@/core/format/formatTime'
import { Refusal } from '@/core/refusal'
import { refuseUnmeetableRule } from '@/core/run/plan/decisionRule'
import { plannedUncertainty, tightestUncertainty } from '@/core/run/plan/plannedUncertainty'
import { standingAt } from '@/plans/standingReference'
import type { StartRun } from '@/schema/startRun'
import type { World } from '@/schema/world'
import { type Queryable, transaction } from '../../database'
import { SOFTWARE_VERSION } from '../../environment'
import { Conflict, NotFound } from '../../refusals'
import { insertEvent } from '../../sql/proof/event'
import { selectNewestSetUps } from '../../sql/register/deskSetUp'
import { lockInstrument, selectInstrument } from '../../sql/register/instrument'
import { insertRun, selectOpenRun, selectRun } from '../../sql/run/run'
import { insertRound, insertSteps } from '../../sql/run/runRound'
import type { Actor } from '../actor'
import { largestShare, siteGravity, siteTimeZone } from '../people/site'
import { earlierWork } from './earlierWork'
import { inputReferences, mediumConfirmed, outputReference, overridesOf, refuseItself } from './startedReferences'
import {
  digitalPlan,
  displayPlan,
  glassOf,
  headsFor,
  loopOf,
  nullPlan,
  pointsOf,
  refuseUnaskedHead,
  stabilityPlan,
} from './startedRun'

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
    if (instrument.isRetired)
      throw new Refusal('instrumentId', `${instrument.tag} is retired`, 'put it back into the register first')
    const { configuration } = instrument
    const timeZone = await siteTimeZone(db)
    const day = calendarDate(now, timeZone)
    const gravity = await siteGravity(db)
    const owned = await inputReferences(db, [input.inputReferenceId, ...input.furtherReferenceIds], day)
    const [first, ...further] = owned
    const references: typeof owned = [
      standingAt(first, input.environment, gravity),
      ...further.map((each) => standingAt(each, input.environment, gravity)),
    ]
    await refuseItself(db, instrument.id, { references, field: 'inputReferenceId' })
    const setUps = await selectNewestSetUps(db, instrument.id)
    const planned = {
      instrument: { id: instrument.id, tag: instrument.tag },
      configuration,
      configurationVersion: instrument.version,
      inputUnit: input.inputUnit,
      points: pointsOf(input, configuration, references),
      inputReference: references[0],
      ...(references.length > 1 && { furtherReferences: references.slice(1) }),
      outputReference: await outputReference(db, input.outputReferenceId, { configuration, day }),
      environment: input.environment,
      ...(input.readsDigital && { readsDigital: digitalPlan(configuration) }),
      ...(input.readsDisplay && { readsDisplay: displayPlan(configuration) }),
      ...(input.readsByNull && { readsByNull: nullPlan(configuration) }),
      ...glassOf(references[0], setUps.vessel),
      ...(input.plan.dwellSeconds !== null && { dwellSeconds: input.plan.dwellSeconds }),
      ...stabilityPlan(input.plan),
      outOfService: true as const,
      decisionRule: input.decisionRule,
      statesUncertainty: true as const,
      measurand: 'each-way' as const,
      largestUncertaintyShare: await largestShare(db),
      ...(await earlierWork(db, instrument)),
      ...loopOf(setUps.loop),
      ...headsFor(input, configuration, gravity),
      ...(input.itemCondition !== null && { itemCondition: input.itemCondition }),
      ...(input.dampingFoundSeconds !== null && { dampingFoundSeconds: input.dampingFoundSeconds }),
      day,
      timeZone,
      softwareVersion: SOFTWARE_VERSION,
    } satisfies World
    const world: World = {
      ...planned,
      ...overridesOf(planned, { reason: input.unfitReason, person, day }),
      ...mediumConfirmed(planned, { isConfirmed: input.isMediumConfirmed, person, day }),
    }
    refuseUnaskedHead(world, input)
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
    if (!(await insertRun(db, row))) return repeatedStart(db, input.id, world)
    await insertRound(db, { runId: input.id, round: 0, at: now, personId: person.id, planReason: null })
    await insertSteps(db, { runId: input.id, round: 0, points: world.points })
    await insertEvent(db, { at: now, personId: person.id, kind: 'run started', subjectId: input.id })
    return { id: input.id }
  })
}

/** What a run was asked for, of its world: all that is sent, and nothing of what has changed since by itself. */
const askedOf = (world: World) => ({
  instrument: world.instrument.id,
  inputUnit: world.inputUnit,
  points: world.points,
  references: [world.inputReference, ...(world.furtherReferences ?? []), world.outputReference].map(
    (reference) => reference?.id ?? null,
  ),
  environment: world.environment,
  reads: [world.readsDigital ?? false, world.readsDisplay ?? false, world.readsByNull ?? false],
  hold: [world.dwellSeconds ?? null, world.stabilityPercent ?? null],
  decisionRule: world.decisionRule,
  heads: [world.head, world.lowLeg].map(askedHead),
  itemCondition: world.itemCondition ?? null,
  dampingFound: world.dampingFoundSeconds ?? null,
})

/** What was said of a head; gravity is the site's, and may have been said since. */
const askedHead = (head: World['head']) => head && { ...head, facts: { ...head.facts, ...NO_GRAVITY } }
const NO_GRAVITY = { gravityMPerS2: null, gravityDoubtPercent: null }

/** The same again is an answer that got lost; another plan under its id is not begun in silence. */
async function repeatedStart(db: Queryable, id: string, world: World): Promise<{ id: string }> {
  const same = await selectRun(db, id)
  if (same && isDeepStrictEqual(askedOf(same.world), askedOf(world))) return { id }
  if (same)
    throw new Conflict(
      'id',
      'a run was begun with this id and another plan; yours was not begun',
      'go on with that run, or send yours with a new id',
    )
  const open = await selectOpenRun(db, world.instrument.id)
  throw new Conflict(
    'instrumentId',
    `${open?.startedBy ?? 'somebody'} has a run open on this instrument`,
    'open that run and go on with it, or abandon it first',
  )
}
