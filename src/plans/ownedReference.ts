import { type FitnessIssue, unfit } from '@/core/conformity/fitnessIssue'
import { formatDate } from '@/core/format/formatTime'
import { REFERENCE_STATES } from '@/core/reference/referenceKind'
import type { WorkingReference } from '@/schema/world'
import type { Reference, Whereabouts } from '../schema/reference'
import { workingReferencesOf } from './workingReferencesOf'

/** A range of a reference that can be chosen, and where its device is. */
export type OwnedReference = {
  readonly standard: WorkingReference
  readonly where: Pick<Whereabouts, 'state' | 'holder' | 'until' | 'reason'> | null
}

/** Every range that can be chosen on a day, `YYYY-MM-DD`; of retired devices none. */
export const ownedReferences = (references: readonly Reference[], day: string): OwnedReference[] =>
  references
    .filter(({ whereabouts }) => whereabouts?.state !== 'retired')
    .flatMap((reference) =>
      workingReferencesOf(reference, day).map((standard) => ({ standard, where: reference.whereabouts })),
    )

/** What stands in the way of taking it: not in use, or in somebody’s hands. */
export function whereIssues(where: OwnedReference['where']): FitnessIssue[] {
  if (!where) return []
  const { state, holder, until, reason } = where
  const back = until === null ? '' : `, back by ${formatDate(until)}`
  if (state !== 'in-use') return [unfit('away', `${REFERENCE_STATES[state]}${back}${reason ? `: ${reason}` : ''}`)]
  return holder === null ? [] : [{ code: 'checked-out', isUnfit: false, words: `with ${holder}${back}` }]
}
