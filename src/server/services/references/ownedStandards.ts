import { Refusal } from '@/core/refusal'
import { type OwnedStandard, ownedStandards, whereIssues } from '@/plans/ownedStandard'
import { standardsOf } from '@/plans/standardsOf'
import type { Standard } from '@/schema/world'
import type { Queryable } from '../../database'
import { selectReference, selectReferences } from '../../sql/references/reference'

/** Every range of a reference that can be chosen on a day, `YYYY-MM-DD`, with where its device is. */
export const loadStandards = async (db: Queryable, day: string): Promise<OwnedStandard[]> =>
  ownedStandards(await selectReferences(db), day)

/**
 * A range of a reference as it stood on a day, wherever its device is now and whatever became of it; null where there is
 * none, or it had no certificate.
 */
export async function standardOn(db: Queryable, rangeId: string, day: string): Promise<OwnedStandard | null> {
  const reference = await selectReference(db, { rangeId })
  const standard = reference && standardsOf(reference, day).find(({ id }) => id === rangeId)
  return standard ? { standard, where: reference.whereabouts } : null
}

/**
 * A range to be used now; null where there is none.
 *
 * @throws {Refusal} where its device is not in use
 */
export async function standardToUse(
  db: Queryable,
  { rangeId, day, field }: { readonly rangeId: string; readonly day: string; readonly field: string },
): Promise<Standard | null> {
  const owned = await standardOn(db, rangeId, day)
  const away = owned && whereIssues(owned.where).find(({ isUnfit }) => isUnfit)
  if (away)
    throw new Refusal(
      field,
      `${owned.standard.code} is ${away.words}`,
      'choose another, or say under References that it is in use again',
    )
  return owned?.standard ?? null
}
