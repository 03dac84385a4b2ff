import { calendarDate } from '@/core/format/formatTime'
import { Refusal } from '@/core/refusal'
import { certifiedByRecord, configurationOfRange } from '@/plans/ownCalibration'
import type { OwnCalibration, OwnCertificate } from '@/schema/ownCalibration'
import { SealedRecord } from '@/schema/record'
import type { Reference, ReferenceRange } from '@/schema/reference'
import { CertificateForm } from '@/schema/referenceForm'
import { pool, type Queryable, transaction } from '../../database'
import { NotFound } from '../../refusals'
import { selectReviews } from '../../sql/records/review'
import { selectAmendmentOf, selectSeal } from '../../sql/records/seal'
import { lockReference, selectReference } from '../../sql/references/reference'
import { insertLinked, type LinkedInstrument, selectLinked } from '../../sql/references/referenceInstrument'
import type { Actor } from '../actor'
import { zoneOf } from '../people/site'
import { registerInstrumentIn } from '../register/instruments'
import { enterCertificateIn } from './references'

/**
 * Makes a range of a reference an instrument, so that it is calibrated by a run like any other; once.
 *
 * @returns the tag of that instrument
 * @throws {Refusal} for what is no pressure
 */
export const calibrateHere = (referenceId: string, { rangeId }: OwnCalibration, actor: Actor) =>
  transaction(async (db) => {
    await lockReference(db, referenceId)
    const known = await selectLinked(db, { rangeId })
    if (known) return { tag: known.tag }
    const { reference, range } = await rangeOf(db, referenceId, rangeId)
    const tag = range.mark === '' ? reference.code : `${reference.code}-${range.mark}`
    const configuration = configurationOfRange(reference, range)
    const { id } = await registerInstrumentIn(
      db,
      { tag, configuration },
      actor,
      'registered as a reference to be calibrated here',
    )
    await insertLinked(db, { rangeId, instrumentId: id, at: actor.now, personId: actor.person.id })
    return { tag }
  })

async function rangeOf(
  db: Queryable,
  referenceId: string,
  rangeId: string,
): Promise<{ reference: Reference; range: ReferenceRange }> {
  const reference = await selectReference(db, { id: referenceId })
  const range = reference?.facts.ranges.find(({ id, isRemoved }) => id === rangeId && !isRemoved)
  if (!reference || !range) throw new NotFound('rangeId', 'there is no such range', 'open it from its reference')
  return { reference, range }
}

/** The range of a reference that an instrument stands for; null where it is an instrument and nothing else. */
export const referenceOfInstrument = (instrumentId: string): Promise<LinkedInstrument | null> =>
  selectLinked(pool(), { instrumentId })

/**
 * Makes the points of a sealed record the certificate of the reference that was calibrated in it. Sent twice it is one.
 *
 * @throws {Refusal} for a record of something else, one that was amended, or that no reviewer has signed yet
 */
export const certificateOfRecord = (referenceId: string, { id, sequence, dueOn }: OwnCertificate, actor: Actor) =>
  transaction(async (db) => {
    const seal = await selectSeal(db, sequence)
    if (!seal) throw new NotFound('sequence', `there is no record ${sequence}`, 'open it from the list of records')
    const record = SealedRecord.parse(JSON.parse(seal.record))
    const linked = await selectLinked(db, { instrumentId: record.world.instrument.id })
    if (linked?.referenceId !== referenceId)
      throw new Refusal(
        'sequence',
        `record ${sequence} is not of this reference`,
        'open the record of its own calibration',
      )
    await refuseUnreviewed(db, sequence)
    const { range } = await rangeOf(db, referenceId, linked.rangeId)
    const { world } = record
    const calibratedOn = world.day ?? calendarDate(new Date(record.run.startedAt), zoneOf(world))
    const certificate = CertificateForm.safeParse({
      number: record.certificateNumber ?? String(sequence),
      laboratory: record.site,
      accreditation: '',
      ...{ calibratedOn, dueOn },
      ranges: [certifiedByRecord(record, range)],
    })
    if (!certificate.success) {
      const [issue] = certificate.error.issues
      throw new Refusal(
        String(issue?.path[0] ?? 'sequence'),
        issue?.message ?? 'is no certificate',
        'correct it and send it again',
      )
    }
    const sent = { id, certificate: certificate.data, supersedes: null, reason: null }
    return enterCertificateIn(db, { referenceId, sent, recordSequence: sequence }, actor)
  })

async function refuseUnreviewed(db: Queryable, sequence: number): Promise<void> {
  const amendedBy = await selectAmendmentOf(db, sequence)
  if (amendedBy !== null)
    throw new Refusal('sequence', `record ${sequence} was amended by record ${amendedBy}`, 'take that one')
  const last = (await selectReviews(db, sequence)).at(-1)
  if (last?.outcome !== 'reviewed')
    throw new Refusal('sequence', `record ${sequence} is not reviewed`, 'a reviewer signs it first')
}
