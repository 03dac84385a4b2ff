import { Refusal } from '@/core/refusal'
import { type OwnedReference, ownedReferences, whereIssues } from '@/plans/ownedReference'
import { workingReferencesOf } from '@/plans/workingReferencesOf'
import type { WorkingReference } from '@/schema/world'
import type { Queryable } from '../../database'
import { selectReference, selectReferences } from '../../sql/references/reference'

/** Every range of a reference that can be chosen on a day, `YYYY-MM-DD`, with where its device is. */
export const loadOwnedReferences = async (db: Queryable, day: string): Promise<OwnedReference[]> =>
  ownedReferences(await selectReferences(db), day)

/**
 * A range of a reference as it stood on a day, wherever its device is now and whatever became of it; null where there is
 * none, or it had no certificate.
 */
export async function ownedReferenceOn(db: Queryable, rangeId: string, day: string): Promise<OwnedReference | null> {
  const reference = await selectReference(db, { rangeId })
  const standard = reference && workingReferencesOf(reference, day).find(({ id }) => id === rangeId)
  return standard ? { standard, where: reference.whereabouts } : null
}

/**
 * A range to be used now; null where there is none.
 *
 * @throws {Refusal} where its device is not in use
 */
export async function referenceToUse(
  db: Queryable,
  { rangeId, day, field }: { readonly rangeId: string; readonly day: string; readonly field: string },
): Promise<WorkingReference | null> {
  const owned = await ownedReferenceOn(db, rangeId, day)
  const away = owned && whereIssues(owned.where).find(({ isUnfit }) => isUnfit)
  if (away)
    throw new Refusal(
      field,
      `${owned.standard.code} is ${away.words}`,
      'choose another, or say under References that it is in use again',
    )
  return owned?.standard ?? null
}
