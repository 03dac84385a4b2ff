'use client'
import Checkbox from '@mui/material/Checkbox'
import Radio from '@mui/material/Radio'
import { useId } from 'react'
import { READING_RULES } from '@/core/conformity/principle'
import { formatPlain } from '@/core/format/formatNumber'
import { formatDate } from '@/core/format/formatTime'
import { REFERENCE_MEDIA } from '@/core/reference/referenceKind'
import { unitLabel } from '@/core/units/pressureUnit'
import type { ReferenceOffer } from '@/plans/offers'
import type { WorkingReference } from '@/schema/world'
import { Mark } from '../../kit/parts/Mark'
import { Notice } from '../../kit/parts/Notice'

type ReferencesProps = {
  title: string
  name: string
  offers: readonly ReferenceOffer[]
  linked: Readonly<Record<string, string>>
  chosen: readonly string[]
  choose: (ids: string[]) => void
  takesSeveral?: boolean
}

/** References to choose from, the fitting ones first, the others set aside. */
export function References({ title, name, offers, linked, chosen, choose, takesSeveral = false }: ReferencesProps) {
  const id = useId()
  const suited = offers.filter((offer) => offer.mark !== 'outside')
  const unsuited = offers.filter((offer) => offer.mark === 'outside')
  return (
    <fieldset className="tight bare-fieldset" aria-labelledby={id}>
      <h2 id={id}>{title}</h2>
      {offers.length === 0 && (
        <Notice tone="outside">No reference of this kind is registered, so no run can begin.</Notice>
      )}
      {suited.map((offer) => (
        <OfferChoice key={offer.standard.id} {...{ offer, linked, name, chosen, choose, takesSeveral }} />
      ))}
      {unsuited.length > 0 && (
        <details className="set-aside">
          <summary>{unsuited.length} more that do not suit</summary>
          <div className="tight">
            {unsuited.map((offer) => (
              <OfferChoice key={offer.standard.id} {...{ offer, linked, name, chosen, choose, takesSeveral }} />
            ))}
          </div>
        </details>
      )}
    </fieldset>
  )
}

type OfferProps = Pick<ReferencesProps, 'linked' | 'name' | 'chosen' | 'choose'> & {
  offer: ReferenceOffer
  takesSeveral: boolean
}

function OfferChoice({ offer, linked, name, chosen, choose, takesSeveral }: OfferProps) {
  const { standard, mark, ratioText, remarks } = offer
  const isChosen = chosen.includes(standard.id)
  const Box = takesSeveral ? Checkbox : Radio
  const rule = READING_RULES[standard.principle]
  const change = () => {
    if (!takesSeveral) return choose([standard.id])
    choose(isChosen ? chosen.filter((id) => id !== standard.id) : [...chosen, standard.id])
  }
  const unit = unitLabel(standard.unit)
  return (
    // biome-ignore lint/a11y/noLabelWithoutControl: Box renders the control
    <label className="choice">
      <Box name={name} size="small" checked={isChosen} onChange={change} />
      <span>
        <strong>{standard.code}</strong> {standard.description}
        <span className="soft small num">
          {' '}
          {formatPlain(standard.rangeLow)} … {formatPlain(standard.rangeHigh)} {unit}
        </span>
        <br />
        <span className={`small ${mark === 'inside' ? 'soft' : `tone-${mark}`}`}>
          {remarks.length > 0 ? remarks.join('; ') : `in date to ${formatDate(standard.dueOn)}`}
        </span>
        {linked[standard.code] && (
          <span className="small soft block">
            Can be linked: {linked[standard.code]}. Source and meter linked, the run takes its own readings.
          </span>
        )}
        {isChosen && <BeforeUse standard={standard} unit={unit} />}
        {rule && isChosen && (
          <span className="small soft block">
            To be read: {rule.rule}. {toCorrect(standard, rule.corrections)}
          </span>
        )}
      </span>
      <span className="num small">
        {ratioText}{' '}
        <Mark mark={mark} label={{ inside: 'suits', look: 'suits, but look', outside: 'does not suit' }[mark]} />
      </span>
    </label>
  )
}

/** What Barys works out for it, or what is left to be corrected by hand. */
function toCorrect({ piston, column }: WorkingReference, corrections: readonly string[]): string {
  if (piston) return 'It is read by the masses on its piston: note the ambient beside it.'
  if (column) return 'Its readings are corrected for gravity, and for its liquid where the ambient is noted.'
  return corrections.length > 0 ? `Its reading still has to be corrected for ${corrections.join(', ')}.` : ''
}

/** What is to be known before it is connected: how long it warms up, what must never be applied to it, and with what. */
function BeforeUse({ standard, unit }: { standard: WorkingReference; unit: string }) {
  const { warmUpMinutes = 0, overRange, media = [] } = standard
  const said = [
    ...(warmUpMinutes > 0 ? [`Switch it on ${formatPlain(warmUpMinutes)} min before.`] : []),
    ...(overRange !== undefined ? [`Never above ${formatPlain(overRange)} ${unit}.`] : []),
    ...(media.length > 0 ? [`Only with ${media.map((medium) => REFERENCE_MEDIA[medium]).join(', ')}.`] : []),
  ]
  return said.length === 0 ? null : <span className="small block num">{said.join(' ')}</span>
}
