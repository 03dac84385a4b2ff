import { randomUUID } from 'node:crypto'
import { plannedPoints } from '../../src/core/run/plan/plan'
import { workLists } from '../../src/core/run/work/workLists'
import type { WorkList } from '../../src/core/run/work/workStep'
import { withReading } from '../../src/plans/runProgress'
import { Configuration } from '../../src/schema/configuration'
import type { RunView } from '../../src/schema/runView'
import { SiteForm } from '../../src/schema/site'
import type { StartRun } from '../../src/schema/startRun'
import type { WorkingPressureReference, WorkingReference, World } from '../../src/schema/world'
import { hashPassword } from '../../src/server/auth/password'
import { pool } from '../../src/server/database'
import { registerInstrument } from '../../src/server/services/register/instruments'
import { answerWorkStep } from '../../src/server/services/run/answerWorkStep'
import { decide } from '../../src/server/services/run/decide'
import { loadRun } from '../../src/server/services/run/loadRun'
import { recordReading } from '../../src/server/services/run/recordReading'
import { sealRun } from '../../src/server/services/run/sealRun'
import { startRun } from '../../src/server/services/run/startRun'
import { insertPerson, type Person } from '../../src/server/sql/people/person'
import { insertSite } from '../../src/server/sql/people/site'
import { ownReference } from './ownReference'

const person = (name: string, role: Person['role']): Person => ({
  id: randomUUID(),
  name,
  initials: name.slice(0, 2),
  role,
  isAdministrator: false,
  isDemo: false,
  isActive: true,
})

/** Two technicians, a reviewer, a pressure reference and a meter: the least a run needs. */
export const ANNA = person('Anna Test', 'technician')
export const BEN = person('Ben Test', 'technician')
export const RITA = person('Rita Test', 'reviewer')

const FACTS = {
  calibratedOn: '2026-01-10',
  dueOn: '2027-01-10',
  certificate: 'T-1',
  principle: 'indicator' as const,
  accuracy: { combine: 'sum' as const, terms: [{ kind: 'percentSpan' as const, value: 0.02 }] },
}
export const PUMP: WorkingPressureReference = {
  ...FACTS,
  id: randomUUID(),
  code: 'T-P',
  description: 'test reference',
  quantity: 'pressure',
  pressureKind: 'gauge',
  unit: 'kPa',
  rangeLow: -100,
  rangeHigh: 200,
  resolution: 0.01,
}
/** Another one of the same kind, coarser, to be exchanged for it. */
export const OTHER_PUMP: WorkingPressureReference = {
  ...PUMP,
  id: randomUUID(),
  code: 'T-Q',
  accuracy: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 0.04 }] },
}
export const METER: WorkingReference = {
  ...FACTS,
  id: randomUUID(),
  code: 'T-M',
  description: 'test meter',
  quantity: 'electrical',
  unit: 'mA',
  rangeLow: 0,
  rangeHigh: 30,
  resolution: 0.001,
}

export const NOW = new Date('2026-11-20T09:00:00Z')
export const as = (who: Person, minutes = 0) => ({ person: who, now: new Date(NOW.getTime() + minutes * 60_000) })

/** 0 … 100 kPa on 4–20 mA, ±0.5 %, three points up: an error in % of span is a hundredth of the reading in kPa. */
export const CONFIGURATION = Configuration.parse({
  description: 'bench transmitter',
  area: 'Bench',
  kind: 'pressure-transmitter',
  pressureKind: 'gauge',
  unit: 'kPa',
  lrl: -100,
  url: 200,
  minSpan: 5,
  lrv: 0,
  urv: 100,
  signal: '4-20mA',
  errorLimit: { combine: 'sum', terms: [{ kind: 'percentSpan', value: 0.5 }] },
  adjustLimit: null,
  intervalMonths: 12,
  testPoints: [0, 50, 100],
  pointOrder: 'up',
  hookUp: 'bench',
})

/** Who issues the bench’s certificates. */
const BENCH_SITE = { name: 'Bench laboratory', address: 'Test Lane 1', method: 'bench method, revision 3' }

/** What the people of the bench sign in and sign with. */
export const BENCH_PASSWORD = 'bench and brass'

/** Puts the people and references into an empty database. */
export async function peopleAndReferences(): Promise<void> {
  const passwordHash = await hashPassword(BENCH_PASSWORD)
  for (const each of [ANNA, BEN, RITA]) await insertPerson(pool(), { ...each, passwordHash })
  await insertSite(pool(), { ...SiteForm.parse(BENCH_SITE), id: randomUUID(), at: NOW, personId: ANNA.id })
  for (const each of [PUMP, OTHER_PUMP, METER]) await ownReference(pool(), each)
}

/** Registers an instrument and starts a run on it. */
export async function runOnNewInstrument(
  tag: string,
  change: Partial<StartRun> = {},
  { isolate = true, limitPercent = 0.5 } = {},
): Promise<RunView> {
  const errorLimit = { combine: 'sum' as const, terms: [{ kind: 'percentSpan' as const, value: limitPercent }] }
  const instrumentId =
    change.instrumentId ??
    (await registerInstrument({ tag, configuration: { ...CONFIGURATION, errorLimit, adjustLimit: null } }, as(ANNA))).id
  const id = randomUUID()
  const environment = { ambientCelsius: '21.5', relativeHumidityPercent: null, barometricHPa: null }
  await startRun(
    {
      id,
      instrumentId,
      inputUnit: 'kPa',
      inputReferenceId: PUMP.id,
      outputReferenceId: METER.id,
      dampingFoundSeconds: null,
      readsByNull: false,
      readsDigital: false,
      furtherReferenceIds: [],
      readsDisplay: false,
      plan: { testPoints: null, pointOrder: null, cycles: 1, dwellSeconds: null, stabilityPercent: null },
      lowLeg: null,
      isHeadConfirmed: false,
      isMediumConfirmed: false,
      decisionRule: 'simple-acceptance',
      unfitReason: null,
      itemCondition: null,
      head: null,
      environment,
      ...change,
    },
    as(ANNA),
  )
  const run = await loadRun(pool(), id)
  return isolate ? answerList(run, 'isolate') : run
}

/** Answers every step of a list that is left, as done. */
export async function answerList(run: RunView, list: WorkList): Promise<RunView> {
  let current = run
  for (const step of workLists(run)?.[list] ?? [])
    current = await answerWorkStep(
      run.id,
      { id: randomUUID(), list, item: step.id, outcome: 'done', words: step.takesWords ? 'shift lead told' : null },
      as(ANNA, 1),
    )
  return current
}

/** The next reading of a run, as the entry line would send it. */
export function nextReading(run: RunView, figures: { applied?: string; output?: string } = {}) {
  const step = run.rounds.at(-1)?.steps.find((each) => each.readings.length === 0)
  if (!step) throw new Error('every point is read')
  return readingOf(step, figures)
}

/** A reading of one point, right on it and without an error unless said otherwise. */
export function readingOf(
  step: { readonly id: string; readonly percent: number },
  figures: { applied?: string; output?: string } = {},
) {
  const applied = figures.applied ?? step.percent.toFixed(2)
  return {
    id: randomUUID(),
    stepId: step.id,
    applied,
    output: figures.output ?? (4 + 0.16 * Number(applied)).toFixed(3),
    heldSeconds: null,
    supersedes: null,
    reason: null,
  }
}

/** Reads every point that is left, each with an error in mA: the same, or one after the other from a list. */
export async function readRound(run: RunView, errorMilliamp: number | readonly number[] = 0): Promise<RunView> {
  let current = run
  const errors = [errorMilliamp].flat()
  let count = 0
  while (current.rounds.at(-1)?.steps.some((step) => step.readings.length === 0)) {
    const reading = nextReading(current)
    const output = (Number(reading.output) + (errors[count++ % errors.length] ?? 0)).toFixed(3)
    current = withReading(current, await recordReading(run.id, { ...reading, output }, as(ANNA, 5)))
  }
  return current
}

/** The world of a run on an instrument of the bench, without a database. */
export function benchWorld(tag: string, change: Partial<Configuration> = {}): World {
  const configuration = Configuration.parse({ ...CONFIGURATION, ...change })
  return {
    instrument: { id: '00000000-0000-4000-8000-0000000000ff', tag },
    configuration,
    configurationVersion: 1,
    inputUnit: 'kPa',
    points: plannedPoints(configuration.testPoints, configuration.pointOrder),
    inputReference: PUMP,
    outputReference: METER,
    environment: { ambientCelsius: '21.5', relativeHumidityPercent: null, barometricHPa: null },
    decisionRule: 'simple-acceptance',
    softwareVersion: '0.0.0',
  }
}

/** A run on a fresh instrument, read, left as it is, put back, signed and sealed by Anna. */
export async function sealedRunOn(tag: string): Promise<{ id: string; sequence: number }> {
  const run = await readRound(await runOnNewInstrument(tag))
  await answerList(await decide(run.id, { round: 0, decision: 'leave', reason: null }, as(ANNA, 10)), 'restore')
  const { sequence } = await sealRun(run.id, { confirmed: true, remark: null }, as(ANNA, 11))
  return { id: run.id, sequence }
}
