import { addDays, addMonths, formatISO, subMonths } from 'date-fns'
import { adjustedByOf, ownActs } from '../../src/core/adjust/adjustedBy'
import { adviseRound } from '../../src/core/run/advise/adviseRound'
import { runState } from '../../src/core/run/runState'
import { workLists } from '../../src/core/run/work/workLists'
import type { WorkList } from '../../src/core/run/work/workStep'
import { ownedReferences } from '../../src/plans/ownedReference'
import { outputOfferFor, referenceOffers } from '../../src/plans/referenceOffers'
import { DEMO_PASSWORD } from '../../src/schema/demo'
import type { Reference } from '../../src/schema/reference'
import { NewAdjustment } from '../../src/schema/run'
import type { RunView } from '../../src/schema/runView'
import { SiteForm } from '../../src/schema/site'
import { StartRun } from '../../src/schema/startRun'
import { hashPassword } from '../../src/server/auth/password'
import { pool, type Queryable, transaction } from '../../src/server/database'
import type { Actor } from '../../src/server/services/actor'
import { saveDesk } from '../../src/server/services/desks/saveDesk'
import { registerInstrument } from '../../src/server/services/register/instruments'
import { openRound, recordAdjustment } from '../../src/server/services/run/adjust'
import { decide } from '../../src/server/services/run/decide'
import { loadRun } from '../../src/server/services/run/loadRun'
import { sealRun } from '../../src/server/services/run/sealRun'
import { startRun } from '../../src/server/services/run/startRun'
import { insertDevice } from '../../src/server/sql/links/device'
import { insertPerson } from '../../src/server/sql/people/person'
import { insertSite } from '../../src/server/sql/people/site'
import { insertReview } from '../../src/server/sql/records/review'
import { selectSeals } from '../../src/server/sql/records/seal'
import {
  insertReference,
  insertReferenceCertificate,
  insertReferenceVersion,
} from '../../src/server/sql/references/reference'
import { insertCapsule } from '../../src/server/sql/register/capsule'
import { selectInstrument } from '../../src/server/sql/register/instrument'
import { insertReading } from '../../src/server/sql/run/reading'
import { insertWorkStep } from '../../src/server/sql/run/workStep'
import { DEMO_CAPSULES, DEMO_SET_UPS } from './desks'
import { DEMO_DEVICES } from './devices'
import { DEMO_INSTRUMENTS, type DemoInstrument } from './instruments'
import { DEMO_PEOPLE, DEMO_SITE } from './people'
import { aboutZero, seededRandom } from './random'
import { demoReferences } from './references'
import { type State, simulateReading } from './simulateReading'

const HISTORY_MONTHS = 26
const [ILKA, JOREN, MIRREN, TAVI] = DEMO_PEOPLE
/** One run stands in the middle of its as-found round, one waits for its judgement. */
const OPEN_RUNS: Record<string, number> = { 'PT-302': 4, 'LT-702': 9 }

type Job = { instrument: DemoInstrument & { id: string }; references: readonly Reference[]; random: () => number }

/**
 * Loads the Tarn Hollow Creamery: people, references, instruments and two years of calibrations, by the services.
 */
export async function loadDemo(now: Date): Promise<{ instruments: number; runs: number }> {
  const random = seededRandom(20_261)
  const references = demoReferences(now)
  const passwordHash = await hashPassword(DEMO_PASSWORD)
  await transaction(async (db) => {
    for (const person of DEMO_PEOPLE) await insertPerson(db, { ...person, passwordHash })
    await insertSite(db, {
      ...SiteForm.parse(DEMO_SITE),
      id: crypto.randomUUID(),
      at: subMonths(now, HISTORY_MONTHS + 1),
      personId: TAVI.id,
    })
    for (const reference of references) await insertDemoReference(db, reference)
    for (const capsule of DEMO_CAPSULES) await insertCapsule(db, capsule)
  })
  const visits: { at: Date; job: Job; state: State }[] = []
  for (const instrument of DEMO_INSTRUMENTS) {
    const registered = { person: ILKA, now: instrument.isNew ? now : subMonths(now, HISTORY_MONTHS + 1) }
    const { id } = await registerInstrument(
      { tag: instrument.tag, configuration: instrument.configuration },
      registered,
    )
    for (const setUp of DEMO_SET_UPS[instrument.tag] ?? [])
      await saveDesk(id, { id: crypto.randomUUID(), ...setUp }, { person: TAVI, now: subMonths(now, 2) })
    const luck = instrument.seed === undefined ? random : seededRandom(instrument.seed)
    visits.push(...visitsOf({ instrument: { ...instrument, id }, references, random: luck }, now))
  }
  await insertDemoDevices(now, references)
  // In the order of time, so that the chain of seals runs forward.
  visits.sort((a, b) => a.at.getTime() - b.at.getTime())
  for (const visit of visits) await calibrate(visit.job, visit)
  await reviewAllButLast(now)
  for (const visit of visits) {
    const readings = OPEN_RUNS[visit.job.instrument.tag]
    if (readings !== undefined && isLastOf(visit, visits)) await leaveOpen(visit.job, now, readings)
  }
  return { instruments: DEMO_INSTRUMENTS.length, runs: visits.length }
}

/** The reviewer has signed everything but what came in last. */
async function reviewAllButLast(now: Date): Promise<void> {
  const seals = await selectSeals(pool(), { after: 0, limit: 10_000 })
  await transaction(async (db) => {
    for (const { sequence, hash, sealedAt } of seals.slice(0, -5)) {
      const at = new Date(Math.min(now.getTime(), addDays(sealedAt, 1).getTime()))
      await insertReview(db, {
        id: crypto.randomUUID(),
        sequence,
        recordHash: hash,
        outcome: 'reviewed',
        personId: MIRREN.id,
        personName: MIRREN.name,
        remark: null,
        at,
      })
    }
  })
}

/** A reference with all its certificates, as they were entered one after the other. */
async function insertDemoReference(db: Queryable, { id, code, facts, certificates }: Reference): Promise<void> {
  const said = { at: new Date(certificates.at(-1)?.enteredAt ?? 0), personId: TAVI.id, reason: 'registered' }
  await insertReference(db, { id, code })
  await insertReferenceVersion(db, { ...said, id, version: 1, facts })
  for (const certificate of certificates)
    await insertReferenceCertificate(db, {
      ...{ certificate, referenceId: id, supersedes: null, reason: null },
      ...{ at: new Date(certificate.enteredAt), personId: TAVI.id },
    })
}

/** Devices of the bench; where they answer is known once they are started. */
async function insertDemoDevices(now: Date, references: readonly Reference[]): Promise<void> {
  for (const device of DEMO_DEVICES) {
    const instrument = device.kind === 'transmitter' ? await selectInstrument(pool(), { tag: device.serves }) : null
    await insertDevice(pool(), {
      ...device,
      instrumentId: instrument?.id ?? null,
      referenceId: instrument ? null : (references.find(({ code }) => code === device.serves)?.id ?? null),
      ...{ isStandIn: true, at: now, personId: TAVI.id },
    })
  }
}

/** When the instrument was calibrated so far, counted back from its next due date, and how far off it then was. */
function visitsOf(job: Job, now: Date): { at: Date; job: Job; state: State }[] {
  const { behaviour, dueInDays, configuration } = job.instrument
  const due = addDays(now, dueInDays)
  const years = configuration.intervalMonths / 12
  const count = Math.ceil(HISTORY_MONTHS / configuration.intervalMonths)
  return Array.from({ length: count }, (_, index) => addMonths(due, -configuration.intervalMonths * (index + 1)))
    .filter((at) => at < now)
    .map((at) => {
      const luck = 0.8 + 0.4 * job.random()
      at.setUTCHours(7 + Math.floor(job.random() * 8), Math.floor(job.random() * 60), 0, 0)
      return {
        at,
        job,
        state: {
          zeroError: behaviour.zeroDrift * years * luck,
          spanError: behaviour.spanDrift * years * (1.6 - luck * 0.6),
        },
      }
    })
}

const isLastOf = (visit: { at: Date; job: Job }, visits: readonly { at: Date; job: Job }[]) =>
  visits.every((other) => other.job !== visit.job || other.at <= visit.at)

async function calibrate(job: Job, { at, state }: { at: Date; state: State }): Promise<void> {
  const person = job.random() < 0.6 ? ILKA : JOREN
  const actor = (minutes: number) => ({ person, now: new Date(at.getTime() + minutes * 60_000) })
  const { id } = await startRun(startOf(job, at), actor(0))
  await answerList(await loadRun(pool(), id), 'isolate', actor(1))
  let run = await readRound(await loadRun(pool(), id), { job, state, actor })
  const advice = firstAdvice(run)
  const isOutside = firstAnalysis(run).verdict === 'outside'
  // Gauges without an adjustment are left as they are, or taken out; no reading is taken again here.
  const isLeft = job.instrument.configuration.adjustLimit === null && !isOutside
  const decision = advice === 'repeat' || (advice === 'adjust' && isLeft) ? (isLeft ? 'leave' : 'adjust') : advice
  run = await decide(
    id,
    { round: 0, decision, reason: decision === advice ? null : 'no adjustment on this gauge' },
    actor(20),
  )
  if (decision === 'adjust') run = await adjustAndReadAgain(run, { job, actor })
  await answerList(run, 'restore', actor(52))
  const left = runState(run).rounds.at(-1)?.analysis.verdict
  const remark = left === 'outside' ? 'Taken out of service, spare fitted; shift lead told.' : null
  await sealRun(id, { confirmed: true, remark }, actor(55))
}

const firstAnalysis = (run: RunView) => {
  const analysis = runState(run).rounds[0]?.analysis
  if (!analysis) throw new Error('a demo run without a round')
  return analysis
}

const firstAdvice = (run: RunView) => {
  const [judged] = runState(run).rounds
  if (!judged) throw new Error('a demo run without a round')
  return adviseRound(judged, run.world).advice.decision
}

type Work = { job: Job; actor: (minutes: number) => { person: (typeof DEMO_PEOPLE)[number]; now: Date } }

async function adjustAndReadAgain(run: RunView, { job, actor }: Work): Promise<RunView> {
  const by = adjustedByOf(job.instrument.configuration)
  const kinds =
    by === 'trims' ? (['lower-sensor-trim', 'upper-sensor-trim'] as const) : ownActs(job.instrument.configuration)
  const words = by === 'trims' ? 'trimmed against the reference' : 'approached both ends, then converged'
  for (const [index, kind] of kinds.slice(0, 2).entries())
    await recordAdjustment(run.id, NewAdjustment.parse({ id: crypto.randomUUID(), kind, words }), actor(25 + index))
  const fresh = await openRound(run.id, { round: run.rounds.length, fewerPoints: null }, actor(30))
  const state = { zeroError: 0.03 * aboutZero(job.random), spanError: 0.04 * aboutZero(job.random) }
  return readRound(fresh, { job, state, actor: (minutes) => actor(31 + minutes) })
}

/** Writes the readings of the present round in one transaction; the services judge them afterwards as any others. */
async function readRound(
  run: RunView,
  { job, state, actor, count = Infinity }: Work & { state: State; count?: number },
): Promise<RunView> {
  const steps = run.rounds.at(-1)?.steps ?? []
  const { behaviour } = job.instrument
  return transaction(async (db) => {
    for (const [index, step] of steps.slice(0, count).entries()) {
      const { person, now } = actor(2 + index * 2)
      const reading = simulateReading(step, run.world, { state, behaviour, random: job.random })
      const row = {
        id: crypto.randomUUID(),
        runId: run.id,
        stepId: step.id,
        heldSeconds: null,
        supersedes: null,
        reason: null,
      }
      await insertReading(db, { ...row, ...reading, at: now, personId: person.id })
    }
    return loadRun(db, run.id)
  })
}

async function leaveOpen(job: Job, now: Date, count: number): Promise<void> {
  const actor = (minutes: number) => ({ person: JOREN, now: new Date(now.getTime() - (40 - minutes) * 60_000) })
  const { id } = await startRun(startOf(job, now), actor(0))
  await answerList(await loadRun(pool(), id), 'isolate', actor(1))
  const { zeroDrift: zeroError, spanDrift: spanError } = job.instrument.behaviour
  await readRound(await loadRun(pool(), id), { job, state: { zeroError, spanError }, actor, count })
}

function startOf({ instrument, references, random }: Job, at: Date): StartRun {
  const { configuration } = instrument
  const day = formatISO(at, { representation: 'date' })
  const offers = referenceOffers(configuration, ownedReferences(references, day), day)
  const ids = offers.isSubRanged
    ? offers.suggestedInputIds
    : offers.inputs.slice(0, 1).map(({ standard }) => standard.id)
  return StartRun.parse({
    id: crypto.randomUUID(),
    instrumentId: instrument.id,
    inputUnit: configuration.unit,
    inputReferenceId: ids[0],
    furtherReferenceIds: ids.slice(1),
    outputReferenceId: outputOfferFor(offers, ids)?.standard.id ?? null,
    environment: {
      ambientCelsius: (21 + 4 * aboutZero(random)).toFixed(1),
      relativeHumidityPercent: (48 + 12 * aboutZero(random)).toFixed(0),
      barometricHPa: (1004 + 9 * aboutZero(random)).toFixed(0),
    },
  })
}

/** Answers every step of a list, as the people of the creamery did, in one transaction. */
async function answerList(run: RunView, list: WorkList, { person, now }: Actor): Promise<void> {
  const steps = workLists(run)?.[list] ?? []
  await transaction(async (db) => {
    for (const step of steps)
      await insertWorkStep(db, {
        id: crypto.randomUUID(),
        runId: run.id,
        list,
        item: step.id,
        outcome: 'done',
        words: step.takesWords ? 'Shift lead told: back in service.' : null,
        at: now,
        personId: person.id,
      })
  })
}
