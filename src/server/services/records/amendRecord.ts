import { Refusal } from '@/core/refusal'
import { unfitReferences } from '@/core/run/plan/runFitness'
import { headsOfRun } from '@/plans/headsOfRun'
import { standingAt } from '@/plans/standingReference'
import { SealedRecord } from '@/schema/record'
import type { Amending } from '@/schema/review'
import type { WorkingPressureReference, World } from '@/schema/world'
import { type Queryable, transaction } from '../../database'
import { Conflict, NotFound } from '../../refusals'
import { insertEvent } from '../../sql/proof/event'
import { selectAmendmentOf, selectSeal } from '../../sql/records/seal'
import { copyRun } from '../../sql/run/copyRun'
import { insertRun, selectConfigurationOfRun, selectOpenRun } from '../../sql/run/run'
import type { Actor } from '../actor'
import { siteGravity } from '../people/site'
import { ownedReferenceOn } from '../references/ownedReferences'

/**
 * Opens an amendment of a sealed record: a run of its own that begins with everything recorded, with the date and the
 * people of the work. Conditions, references and words are put right as it is opened, readings can be corrected in it, and that becomes a further record naming the one it amends. The old record stays as it is.
 *
 * @throws {Conflict} when it is amended already, or its instrument has an open run
 */
export function amendRecord(
  sequence: number,
  { id, reason, decisionReasons, adjustmentWords, workStepWords, ...facts }: Amending,
  { person, now }: Actor,
): Promise<{ id: string }> {
  return transaction(async (db) => {
    const seal = await selectSeal(db, sequence)
    if (!seal) throw new NotFound('sequence', `there is no record ${sequence}`, 'find it in the list of records')
    const later = await selectAmendmentOf(db, sequence)
    if (later !== null)
      throw new Conflict('sequence', `record ${later} amends it already`, 'amend that one, if it is wrong too')
    const { world } = SealedRecord.parse(JSON.parse(seal.record))
    // It is not taken out of service again: the amendment is made at the desk.
    const { outOfService: _, ...kept } = world
    const instrumentId = world.instrument.id
    const amended = { ...kept, ...(await putRight(db, kept, facts)), amends: { sequence, hash: seal.hash, reason } }
    const configurationId = await selectConfigurationOfRun(db, seal.runId)
    if (configurationId === null) throw new Refusal('run', 'the run of this record is gone', 'have the chain verified')
    if (
      !(await insertRun(db, {
        id,
        instrumentId,
        configurationId,
        world: amended,
        at: now,
        personId: person.id,
        workOf: seal.runId,
      }))
    ) {
      const open = await selectOpenRun(db, instrumentId)
      if (open?.id === id) return { id }
      throw new Conflict(
        'instrument',
        `${open?.startedBy ?? 'somebody'} has a run open on this instrument`,
        'finish or abandon that run first',
      )
    }
    await copyRun(db, { from: seal.runId, to: id, decisionReasons, adjustmentWords, workStepWords })
    await insertEvent(db, {
      at: now,
      personId: person.id,
      kind: 'amendment begun',
      subjectId: id,
      detail: { sequence },
    })
    return { id }
  })
}

type Facts = Pick<Amending, 'environment' | 'itemCondition' | 'head' | 'inputReferenceId' | 'outputReferenceId'>

/**
 * What of the world is put right. A reference that was named wrongly is snapshotted with the certificate it had on the day.
 *
 * @throws {Refusal} for a reference that cannot have served these readings
 */
async function putRight(db: Queryable, world: Omit<World, 'outOfService'>, facts: Facts): Promise<Partial<World>> {
  const { environment, itemCondition, head, inputReferenceId, outputReferenceId } = facts
  const day = world.day ?? world.inputReference.calibratedOn
  const named =
    inputReferenceId === undefined
      ? world.inputReference
      : (await ownedReferenceOn(db, inputReferenceId, day))?.standard
  const output =
    outputReferenceId === undefined
      ? world.outputReference
      : ((await ownedReferenceOn(db, outputReferenceId, day))?.standard ?? null)
  if (named?.quantity !== 'pressure')
    throw new Refusal(
      'inputReferenceId',
      'that is not a registered pressure reference',
      'choose one of those registered',
    )
  const input =
    named.id === world.inputReference.id
      ? named
      : asPressureRead(named, environment ?? world.environment, await siteGravity(db))
  const changed = { ...world, inputReference: input, outputReference: output }
  if (inputReferenceId !== undefined || outputReferenceId !== undefined) {
    const [amiss] = unfitReferences(changed, day)
    if (amiss)
      throw new Refusal(
        amiss.field,
        `${amiss.code} ${amiss.issues.map(({ words }) => words).join('; ')}`,
        'choose the reference that was really used',
      )
  }
  return {
    inputReference: input,
    outputReference: output,
    ...(environment && { environment }),
    ...(itemCondition && { itemCondition }),
    ...(head && (await headPutRight(db, head, { ...world, ...(environment && { environment }) }))),
  }
}

/** A head as it really was; level takes the one that was noted out of the world. */
async function headPutRight(
  db: Queryable,
  typed: NonNullable<Facts['head']>,
  { head: was, environment }: Pick<World, 'head' | 'environment'>,
) {
  // The density of another liquid was asked for when the run began.
  const known = was?.fill === typed.fill ? (was.facts?.densityKgPerM3 ?? null) : null
  const head = { ...typed, densityKgPerM3: typed.densityKgPerM3 ?? (known === null ? null : String(known)) }
  const { head: is } = headsOfRun({ head, lowLeg: null }, { environment, siteGravityMPerS2: await siteGravity(db) })
  return { head: is }
}

/** In the place of one named wrongly: its readings were typed as pressures, so no masses are asked for. */
const asPressureRead = (
  { piston: _, ...standard }: WorkingPressureReference,
  environment: World['environment'],
  gravity: number | null,
) => standingAt(standard, environment, gravity)
