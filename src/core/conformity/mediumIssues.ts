import { type FluidHazard, whyForbidden } from '../reference/fluidHazard'
import { REFERENCE_MEDIA, type ReferenceMedium } from '../reference/referenceKind'
import { asked, type FitnessIssue, unfit } from './fitnessIssue'

/** What a reference brings into an instrument, and what that may be; what nobody has said is left out or empty. */
export type Media = {
  readonly brought: readonly ReferenceMedium[] | undefined
  readonly taken: readonly ReferenceMedium[] | undefined
  readonly hazards: readonly FluidHazard[] | undefined
}

/**
 * A reference brings its medium into the instrument: oil into what is kept dry, or free of grease, spoils it, and in oxygen
 * it burns. A reference that may be used with a medium has it in its pipes, whatever else it is used with.
 */
export function mediumIssues({ brought = [], taken = [], hazards = [] }: Media): FitnessIssue[] {
  const words = (media: readonly ReferenceMedium[]) => media.map((medium) => REFERENCE_MEDIA[medium]).join(' or ')
  for (const medium of brought) {
    const why = whyForbidden(medium, hazards)
    if (why !== null) return [unfit('medium', `works with ${words(brought)}: ${why}`)]
  }
  if (brought.length === 0)
    return hazards.some((hazard) => whyForbidden('oil', [hazard]) !== null)
      ? [asked('medium', `nobody has said what it was used with, and ${whyForbidden('oil', hazards)}`)]
      : []
  if (taken.length > 0)
    return brought.some((medium) => taken.includes(medium))
      ? []
      : [unfit('medium', `works with ${words(brought)}; the instrument may be touched by ${words(taken)} alone`)]
  return brought.includes('oil')
    ? [asked('medium', 'works with oil, and nobody has said whether oil may go into the instrument')]
    : []
}
