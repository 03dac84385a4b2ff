import { randomUUID } from 'node:crypto'
import { Refusal } from '@/core/refusal'
import { SealedRecord } from '@/schema/record'
import type { Review, ReviewAnswer } from '@/schema/review'
import { pool, transaction } from '../../database'
import { sha256 } from '../../hash'
import { Conflict, Forbidden, NotFound } from '../../refusals'
import { insertEvent } from '../../sql/proof/event'
import { insertReview, selectReviews } from '../../sql/records/review'
import { selectSeal } from '../../sql/records/seal'
import type { Actor } from '../actor'
import { confirmPassword } from '../people/signIn'
import { addCheckpoint } from '../proof/checkpoints'

/**
 * A reviewer's answer to a sealed record. The record stays as it was sealed; the review names its hash.
 *
 * @returns everything reviewers said of it
 * @throws {Forbidden} for the person who performed it
 * @throws {Conflict} when it is reviewed already
 */
export async function reviewRecord(sequence: number, answer: ReviewAnswer, { person, now }: Actor): Promise<Review[]> {
  await confirmPassword(person, answer.password, now)
  const reviews = await transaction(async (db) => {
    const seal = await selectSeal(db, sequence)
    if (!seal) throw new NotFound('sequence', `there is no record ${sequence}`, 'find it in the list of records')
    if (sha256(seal.record) !== seal.hash)
      throw new Refusal(
        'record',
        'it does not give its hash: it was altered',
        'do not sign it; have the chain verified',
      )
    if (SealedRecord.parse(JSON.parse(seal.record)).signature.personName === person.name)
      throw new Forbidden('person', `${person.name} performed this calibration`, 'another person reviews it')
    const row = {
      id: randomUUID(),
      sequence,
      recordHash: seal.hash,
      outcome: answer.outcome,
      personId: person.id,
      personName: person.name,
      remark: answer.remark,
      at: now,
    }
    const before = await selectReviews(db, sequence)
    if (before.some(({ outcome }) => outcome === 'reviewed') || !(await insertReview(db, row)))
      throw new Conflict('outcome', `record ${sequence} has been reviewed already`, 'look at who signed it')
    await insertEvent(db, { at: now, personId: person.id, kind: `record ${answer.outcome}`, subjectId: seal.runId })
    return selectReviews(db, sequence)
  })
  await addCheckpoint(now)
  return reviews
}

/** Everything reviewers said of a record, oldest first. */
export const reviewsOf = (sequence: number): Promise<Review[]> => selectReviews(pool(), sequence)
