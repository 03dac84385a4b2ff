import { type FluidHazard, forbidden } from '../reference/fluidHazard'
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
 * it burns. A reference that may be used with oil has oil in its pipes, whatever else it is used with.
 */
export function mediumIssues({ brought = [], taken = [], hazards = [] }: Media): FitnessIssue[] {
  const words = (media: readonly ReferenceMedium[]) => media.map((medium) => REFERENCE_MEDIA[medium]).join(' or ')
  const against = brought.flatMap((medium) => forbidden(medium, hazards) ?? [])
  const gravest = against.find(({ isDangerous }) => isDangerous) ?? against[0]
  if (gravest) return [unfit(gravest.isDangerous ? 'fluid' : 'medium', `works with ${words(brought)}: ${gravest.why}`)]
  const oil = forbidden('oil', hazards)
  if (brought.length === 0) return oil ? [asked('medium', `nobody has said what it was used with, and ${oil.why}`)] : []
  const alone = `the instrument may be touched by ${words(taken)} alone`
  if (taken.length > 0 && !brought.some((medium) => taken.includes(medium)))
    return [unfit('medium', `works with ${words(brought)}; ${alone}`)]
  if (!brought.includes('oil') || taken.includes('oil')) return []
  return taken.length > 0
    ? [asked('medium', `works with oil too, and ${alone}`)]
    : [asked('medium', 'works with oil, and nobody has said whether oil may go into the instrument')]
}
