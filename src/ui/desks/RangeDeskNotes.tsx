import type { ReferenceOffer } from '@/plans/offers'
import type { SavedDesks } from '@/schema/desks'
import { LinkButton } from '../../kit/parts/LinkButton'
import { Mark } from '../../kit/parts/Mark'

/** Which reference would calibrate the new range, and what is to be known of it. */
export function ReferenceWords({ offer }: { offer: ReferenceOffer | undefined }) {
  if (!offer)
    return (
      <p className="small tone-outside">
        <Mark mark="outside" /> No registered reference measures this kind of pressure: it could not be calibrated here.
      </p>
    )
  return (
    <p className={`small ${offer.mark === 'outside' ? 'tone-outside' : offer.mark === 'look' ? 'tone-look' : ''}`}>
      <Mark mark={offer.mark} /> Reference {offer.standard.code}
      {offer.ratioText && `, ratio ${offer.ratioText}`}
      {offer.remarks.length > 0 && `: ${offer.remarks.join('; ')}`}
    </p>
  )
}

/** Takes the range that another desk of this instrument asks for. */
export function FromOtherDesks({ saved, tag }: { saved: SavedDesks; tag: string }) {
  const path = `/instruments/${encodeURIComponent(tag)}/range`
  return (
    <div className="actions">
      {saved.vessel && (
        <LinkButton size="small" color="secondary" href={`${path}?from=vessel`}>
          Take it from the vessel
        </LinkButton>
      )}
      {saved.flow && (
        <LinkButton size="small" color="secondary" href={`${path}?from=flow`}>
          Take it from the flow set-up
        </LinkButton>
      )}
    </div>
  )
}
