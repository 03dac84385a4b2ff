import { randomUUID } from 'node:crypto'
import { isDeepStrictEqual } from 'node:util'
import { Refusal } from '@/core/refusal'
import { certifiedRangeOf, factsOf } from '@/plans/referenceFacts'
import type { Reference, ReferenceCertificate } from '@/schema/reference'
import type { NewCertificate, NewDocument, NewReference, NewWhereabouts, ReferenceEdit } from '@/schema/referenceForm'
import { pool, type Transaction, transaction } from '../../database'
import { Conflict, NotFound } from '../../refusals'
import { insertEvent } from '../../sql/proof/event'
import {
  insertReference,
  insertReferenceCertificate,
  insertReferenceDocument,
  insertReferenceVersion,
  insertWhereabouts,
  lockReference,
  type ReferenceDocument,
  selectReference,
  selectReferenceDocument,
  selectWhereabouts,
} from '../../sql/references/reference'
import type { Actor } from '../actor'
import { isRepeated } from '../run/repeated'

/**
 * Takes a reference into the register. Sent twice it is registered once.
 *
 * @throws {Conflict} when the code is taken, or the id
 */
export function registerReference(sent: NewReference, actor: Actor): Promise<{ id: string; code: string }> {
  return transaction((db) => registerIn(db, sent, actor))
}

/** The same inside a transaction of the caller’s. */
export async function registerIn(db: Transaction, { id, reference }: NewReference, { person, now }: Actor) {
  const { code } = reference
  const known = await selectReference(db, { id })
  if (known) {
    const same = factsOf(reference, known.facts, randomUUID)
    if (known.code === code && known.version === 1 && isDeepStrictEqual(same, known.facts)) return { id, code }
    throw new Conflict('id', `this id is that of ${known.code}, with other figures`, 'send it with a new id')
  }
  if (!(await insertReference(db, { id, code })))
    throw new Conflict('code', `${code} is registered already`, 'open that reference, or choose another code')
  // The first range has the id of its device, as those from before have.
  const ids = [id]
  const facts = factsOf(reference, null, () => ids.pop() ?? randomUUID())
  await insertReferenceVersion(db, { id, version: 1, facts, at: now, personId: person.id, reason: 'registered' })
  await insertEvent(db, { at: now, personId: person.id, kind: 'reference registered', subjectId: id })
  return { id, code }
}

/**
 * Changes what is known of a reference: a further version. Runs keep what they were begun with.
 *
 * @throws {NotFound} for an unknown id
 * @throws {Conflict} when somebody else has changed it since it was opened
 */
export const changeReference = (id: string, edit: ReferenceEdit, by: Actor) =>
  transaction((db) => changeReferenceIn(db, { id, edit }, by))

/** The same inside a transaction of the caller’s. */
export async function changeReferenceIn(
  db: Transaction,
  { id, edit: { basedOnVersion, reference, reason } }: { readonly id: string; readonly edit: ReferenceEdit },
  by: Actor,
) {
  const known = await owned(db, id)
  if (reference.code !== known.code)
    throw new Refusal('code', `a code stands on records: it stays ${known.code}`, 'register it anew under another')
  const facts = factsOf(reference, known.facts, randomUUID)
  refuseOtherMeasure(known, facts)
  const version = basedOnVersion + 1
  const row = { id, version, facts, at: by.now, personId: by.person.id, reason }
  if (known.version !== basedOnVersion || !(await insertReferenceVersion(db, row)))
    throw new Conflict(
      'basedOnVersion',
      'somebody changed it while this was being edited',
      'reload, look at it, and enter your change again',
    )
  await insertEvent(db, { ...eventOf(by, id), kind: 'reference changed', detail: { version } })
  return { id, version }
}

/** Points of a certificate are in the unit of their range: a range in another unit is another range. */
function refuseOtherMeasure(known: Reference, facts: Reference['facts']): void {
  for (const before of known.facts.ranges) {
    const after = facts.ranges.find(({ id }) => id === before.id)
    const isCertified = known.certificates.some(({ ranges }) => ranges.some(({ rangeId }) => rangeId === before.id))
    if (after && isCertified && (after.unit !== before.unit || after.pressureKind !== before.pressureKind))
      throw new Refusal(
        'ranges',
        `${before.mark === '' ? 'its range' : before.mark} has certificates in ${before.unit}`,
        'give the range in the other unit another mark',
      )
  }
}

/**
 * Says where a reference is, in whose hands, and whether it may be used.
 *
 * @throws {NotFound} for an unknown id
 */
export function sayWhereabouts(referenceId: string, sent: NewWhereabouts, by: Actor) {
  return transaction(async (db) => {
    await owned(db, referenceId)
    const known = await selectWhereabouts(db, sent.id)
    if (isRepeated(known, { ...sent, referenceId }, ['referenceId', 'state', 'holder', 'until', 'reason']))
      return { id: referenceId }
    const { id: _, ...detail } = sent
    await insertWhereabouts(db, { ...sent, referenceId, at: by.now, personId: by.person.id })
    await insertEvent(db, { ...eventOf(by, referenceId), kind: 'reference whereabouts', detail })
    return { id: referenceId }
  })
}

/**
 * Enters a certificate of a reference. Sent twice it is entered once.
 *
 * @throws {Refusal} for a range it has not, or a number it has already
 * @throws {Conflict} when the certificate in whose place it stands was replaced already
 */
export function enterCertificate(referenceId: string, sent: NewCertificate, by: Actor) {
  return transaction((db) => enterCertificateIn(db, { referenceId, sent, recordSequence: null }, by))
}

type Entered = {
  readonly referenceId: string
  readonly sent: NewCertificate
  /** The record of our own it is made from. */
  readonly recordSequence: number | null
}

/** The same inside a transaction of the caller’s. */
export async function enterCertificateIn(db: Transaction, { referenceId, sent, recordSequence }: Entered, by: Actor) {
  const reference = await owned(db, referenceId)
  const certificate = certificateOf(reference, sent, recordSequence)
  const known = reference.certificates.find(({ id }) => id === sent.id)
  if (known) {
    const { document: _, enteredAt: __, enteredBy: ___, ...stored } = known
    if (isDeepStrictEqual(stored, certificate)) return { id: sent.id }
    throw new Conflict('id', `certificate ${known.number} has this id`, 'look at it; send yours with a new id')
  }
  const { supersedes, reason } = sent
  if (supersedes !== null && !reference.certificates.some(({ id }) => id === supersedes))
    throw new Conflict('supersedes', 'that certificate was replaced already', 'reload and look at the newest')
  const twin = reference.certificates.find(({ id, number }) => number === certificate.number && id !== supersedes)
  if (twin)
    throw new Refusal(
      'certificate.number',
      `${certificate.number} is entered already, of ${twin.calibratedOn}`,
      'correct that one, or look at the number',
    )
  const row = { certificate, referenceId, supersedes, reason: supersedes === null ? null : reason }
  if (!(await insertReferenceCertificate(db, { ...row, at: by.now, personId: by.person.id })))
    throw new Conflict('id', 'this id belongs to something else', 'send it again with a new id')
  const detail = { certificate: sent.id, number: certificate.number }
  await insertEvent(db, { ...eventOf(by, referenceId), kind: 'certificate entered', detail })
  return { id: sent.id }
}

function certificateOf(
  { code, facts }: Reference,
  { id, certificate: { ranges, ...entered } }: NewCertificate,
  recordSequence: number | null,
): Omit<ReferenceCertificate, 'document' | 'enteredAt' | 'enteredBy'> {
  return {
    ...entered,
    id,
    recordSequence,
    ranges: ranges.map((form, index) => {
      const range = facts.ranges.find(({ mark, isRemoved }) => mark === form.mark && !isRemoved)
      if (!range)
        throw new Refusal(
          `certificate.ranges.${index}.mark`,
          form.mark === '' ? `${code} has marks on its ranges` : `${code} has no range ${form.mark}`,
          `name one of ${facts.ranges.map(({ mark }) => mark || 'no mark').join(', ')}`,
        )
      if (range.knownBy !== 'accuracy' && form.points.length === 0 && form.uncertainty.length === 0)
        throw new Refusal(
          `certificate.ranges.${index}.points`,
          'are missing, and its uncertainty is taken from them',
          'enter points or U, or say on the reference that its accuracy as declared holds',
        )
      return certifiedRangeOf(form, range)
    }),
  }
}

/**
 * Attaches the document of a certificate as it came.
 *
 * @throws {Conflict} where it has one: a certificate has one document
 */
export function attachDocument(
  { referenceId, certificateId }: { readonly referenceId: string; readonly certificateId: string },
  sent: NewDocument,
  by: Actor,
) {
  return transaction(async (db) => {
    const { certificates } = await owned(db, referenceId)
    if (!certificates.some(({ id }) => id === certificateId))
      throw new NotFound('certificate', 'there is no such certificate', 'reload and look at the newest')
    const content = Buffer.from(sent.content, 'base64')
    const mediaType = content.subarray(0, 4).toString('latin1') === '%PDF' ? 'application/pdf' : 'application/xml'
    const document = { name: sent.name, content, mediaType } as const
    const row = { ...document, at: by.now, personId: by.person.id }
    if (!(await insertReferenceDocument(db, certificateId, row))) {
      const known = await selectReferenceDocument(db, certificateId)
      if (known?.content.equals(content)) return { id: certificateId }
      throw new Conflict('document', 'it has a document already', 'correct the certificate and attach it to that')
    }
    const detail = { certificate: certificateId, name: sent.name, bytes: content.length }
    await insertEvent(db, { ...eventOf(by, referenceId), kind: 'document attached', detail })
    return { id: certificateId }
  })
}

/** @throws {NotFound} where there is none */
export async function documentOf(certificateId: string): Promise<ReferenceDocument> {
  const document = await selectReferenceDocument(pool(), certificateId)
  if (!document) throw new NotFound('document', 'nothing is attached to it', 'look at the certificate it belongs to')
  return document
}

/** @throws {NotFound} for an unknown id */
export async function referenceById(id: string): Promise<Reference> {
  const found = await selectReference(pool(), { id })
  if (!found) throw new NotFound('reference', 'there is no such reference', 'open it from the list')
  return found
}

/** @throws {NotFound} for an unknown code */
export async function referenceByCode(code: string): Promise<Reference> {
  const found = await selectReference(pool(), { code })
  if (!found) throw new NotFound('code', `no reference is registered as ${code}`, 'find it in the list')
  return found
}

/** One of ours, kept from others until the transaction ends. */
async function owned(db: Transaction, id: string): Promise<Reference> {
  await lockReference(db, id)
  const found = await selectReference(db, { id })
  if (!found) throw new NotFound('reference', 'there is no such reference', 'open it from the list')
  return found
}

const eventOf = ({ person, now }: Actor, subjectId: string) => ({ at: now, personId: person.id, subjectId })
