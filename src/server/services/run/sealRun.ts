import { randomUUID } from 'node:crypto'
import { certificateNumber } from '@/core/format/certificateNumber'
import { withPoints } from '@/core/format/decimalMark'
import { calendarDate } from '@/core/format/formatTime'
import { Refusal } from '@/core/refusal'
import { meaningOf } from '@/core/run/decision'
import { assumptionsOf } from '@/core/run/judge/assumptions'
import { scatterOfRound } from '@/core/run/judge/judgeSteps'
import { conditionWords, isOnCondition, RUN_RULES } from '@/core/run/plan/decisionRule'
import { unfitReading, unfitReferences } from '@/core/run/plan/runFitness'
import { worldAt } from '@/core/run/plan/worldAt'
import { ofCountedRounds, roundRoles } from '@/core/run/roundRole'
import type { RunState } from '@/core/run/runState'
import { mayDo } from '@/schema/roles'
import type { Signing } from '@/schema/runEnd'
import type { RunView } from '@/schema/runView'
import { type Transaction, transaction } from '../../database'
import { GENESIS_HASH } from '../../hash'
import { Conflict } from '../../refusals'
import { insertEvent } from '../../sql/proof/event'
import { insertSeal, lockChain, selectSealOfRun } from '../../sql/records/seal'
import { closeRun } from '../../sql/run/run'
import { insertSignature } from '../../sql/run/signature'
import type { Actor } from '../actor'
import { confirmPassword } from '../people/signIn'
import { issuingSite, zoneOf } from '../people/site'
import { addCheckpoint } from '../proof/checkpoints'
import { recordOf, sealText } from '../records/sealedRecord'
import { sealListing } from '../records/sealListing'
import { takeOpenRun } from './openRun'

/**
 * Signs a run and seals its record into the chain. Afterwards the database refuses every change to it.
 *
 * @returns the record's place in the chain and its hash
 * @throws {Refusal} before the Sign stage, without a needed remark, or when the signer may not perform calibrations
 * @throws {Conflict} when the run is sealed already
 */
export function sealRun(runId: string, signing: Omit<Signing, 'password'>, { person, now }: Actor) {
  return transaction(async (db) => {
    await refuseSealed(db, runId)
    const { run, state } = await takeOpenRun(db, runId)
    if (!mayDo(person.role, 'sign as performed'))
      throw new Refusal(
        'person',
        `${person.name} is a ${person.role}`,
        'the technician who did the work signs as “performed”',
      )
    refuseUnready(run, state, signing)
    refuseStranger(run, person.name)
    refuseUnfit(run)

    const { remark, ambientEndCelsius } = signing
    const signature = {
      ...{ personName: person.name, meaning: 'performed' as const, remark, signedAt: now },
      ...(ambientEndCelsius !== undefined && { ambientEndCelsius }),
    }
    await insertSignature(db, { id: randomUUID(), runId, personId: person.id, ...signature })
    const sealed = await appendToChain(db, { run, state, signature })
    await closeRun(db, runId, { status: 'sealed', at: now, reason: null })
    await insertEvent(db, { at: now, personId: person.id, kind: 'run sealed', subjectId: runId, detail: sealed })
    return sealed
  })
}

/** Signs with the signer's password, then seals: see {@link sealRun}. */
export async function signRun(runId: string, { password, ...signing }: Signing, actor: Actor) {
  await confirmPassword(actor.person, password, actor.now)
  const sealed = await sealRun(runId, signing, actor)
  await addCheckpoint(actor.now)
  return sealed
}

async function refuseSealed(db: Transaction, runId: string): Promise<void> {
  const seal = await selectSealOfRun(db, runId)
  if (seal) throw new Conflict('run', `sealed as record ${seal.sequence} already`, 'open the record')
}

/** Whoever signs as performed has read at least one point. An amendment says again what others read, and is its signer’s own. */
function refuseStranger({ world, rounds }: RunView, name: string): void {
  if (world.amends) return
  const hasRead = rounds.some(({ steps }) =>
    steps.some(({ readings }) => readings.some(({ takenBy }) => takenBy === name)),
  )
  if (!hasRead)
    throw new Refusal(
      'person',
      `${name} took no reading of this run`,
      'the technician who did the work signs as “performed”',
    )
}

function refuseUnready(run: RunView, state: RunState, signing: Pick<Signing, 'remark'>): void {
  if (state.stage !== 'sign')
    throw new Refusal('run', `the run is at “${state.stage}”`, 'finish the readings and decide before signing')
  const verdict = state.rounds.at(-1)?.analysis.verdict
  const isOutside = verdict === 'outside'
  const decision = run.rounds.at(-1)?.decision?.decision
  if (isOutside && signing.remark === null)
    throw new Refusal(
      'remark',
      decision && meaningOf(decision).isForRepair
        ? 'the instrument needs repair'
        : 'the instrument is left outside its error limit',
      'say in the remark what happens with it and who has been told',
    )
  if (verdict === 'not-stated' && signing.remark === null)
    throw new Refusal(
      'remark',
      `${RUN_RULES[run.world.decisionRule].label} asks that ${conditionWords(run.world)}, and the uncertainty that came out is larger: conformity is not stated`,
      'take the readings again, or say in the remark what follows from it',
    )
  if (isOnCondition(state.rounds.at(-1)?.points ?? []) && signing.remark === null)
    throw new Refusal(
      'remark',
      'it is inside its error limit, and not plainly accepted by the decision rule',
      'say in the remark what follows from it: sooner again, or as it is',
    )
}

/**
 * References are asked once more before they are vouched for: a run of before may have started with anything. An
 * amendment says what was used then, and was asked when it began and at each correction.
 */
function refuseUnfit({ world, rounds, exchanges = [] }: RunView): void {
  if (world.amends) return
  const { overrides = [] } = world
  const unfit = unfitReferences(world, world.day ?? world.inputReference.calibratedOn).find(
    ({ code }) => !overrides.some((override) => override.code === code),
  )
  if (unfit)
    throw new Refusal(
      unfit.field,
      `${unfit.code} ${unfit.issues.map(({ words }) => words).join('; ')}`,
      'abandon this run and read again with a reference that fits',
    )
  const roles = roundRoles(rounds)
  const counted = rounds.filter((_, index) => roles[index] !== 'repeated')
  for (const { percent, readings } of counted.flatMap(({ steps }) => steps)) {
    const reading = readings.at(-1)
    if (!reading) continue
    const day = calendarDate(new Date(reading.takenAt), zoneOf(world))
    const amiss = unfitReading({ ...reading, percent }, worldAt(world, exchanges, readings[0]?.takenAt), day)
    if (amiss) throw new Refusal(amiss.field, amiss.words, 'correct that reading, or read again with another reference')
  }
}

async function appendToChain(
  db: Transaction,
  parts: Pick<Parameters<typeof recordOf>[0], 'run' | 'state' | 'signature'>,
): Promise<{ sequence: number; hash: string }> {
  const last = await lockChain(db)
  const sequence = (last?.sequence ?? 0) + 1
  const previousHash = last?.hash ?? GENESIS_HASH
  const { world } = parts.run
  const { name: site, address, method, certificateNumber: format } = await issuingSite(db)
  const year = Number(calendarDate(parts.signature.signedAt, zoneOf(world)).slice(0, 4))
  const { text, hash } = sealText(
    recordOf({
      ...parts,
      site,
      issuer: { address, method },
      certificateNumber: certificateNumber(format, { sequence, year }),
      ...assumed(parts.run, parts.state),
      sequence,
      previousHash,
    }),
  )
  await insertSeal(db, {
    sequence,
    runId: parts.run.id,
    previousHash,
    hash,
    record: text,
    sealedAt: parts.signature.signedAt,
    ...sealListing(parts.run, parts.state),
  })
  return { sequence, hash }
}

/** What was assumed or left out of the uncertainty of the round that decides. */
function assumed({ world, rounds }: RunView, state: RunState): { assumptions?: readonly string[] } {
  if (!world.statesUncertainty) return {}
  const { asFound, asLeft } = ofCountedRounds(rounds, state.rounds)
  const { points } = asLeft ?? asFound ?? { points: [] }
  return { assumptions: withPoints(() => assumptionsOf(world, scatterOfRound(points, world))) }
}
