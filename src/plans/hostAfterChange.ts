import { formatPlain } from '@/core/format/formatNumber'
import { carriedAndSettable, settableScale } from '@/core/range/carriedScale'
import { pressureUnitLabel } from '@/core/units/pressureUnit'
import type { Configuration } from '../schema/configuration'
import type { WantedForm } from '../schema/desks'

/**
 * The scale that would go on showing the same, where a typed range moves under one that is left as it is. A vessel or a
 * flow set-up brings a scale of its own.
 */
export function carriedHost(present: Configuration, wanted: WantedForm): Scale | null {
  const { displayScale } = present
  if (!displayScale || !wanted.displayScale || wanted.source !== 'typed') return null
  if (!isSameScale(displayScale, wanted.displayScale) || takesRoot(present) !== takesRoot(wanted)) return null
  const carried = carriedAndSettable(displayScale, { present, wanted, takesRoot: takesRoot(present) })
  return carried && !isSameScale(carried, settableScale(displayScale)) ? carried : null
}

type Scale = NonNullable<Configuration['displayScale']>

type Rooted = Pick<WantedForm, 'transfer'> & { readonly hostRoot?: boolean | undefined }

const takesRoot = ({ transfer, hostRoot = false }: Rooted): boolean => transfer.kind !== 'linear' || hostRoot

const isSameScale = (a: Scale, b: Scale): boolean => a.lower === b.lower && a.upper === b.upper && a.unit === b.unit

/** What a host that keeps its scale would show wrong, at the end of the new range where it is further off. */
export function hostNotes({ displayScale, lrv, urv, unit }: Configuration, carried: Scale | null): string[] {
  if (!displayScale || !carried) return []
  const off = (end: 'lower' | 'upper') => Math.abs(carried[end] - displayScale[end])
  const end = off('upper') >= off('lower') ? 'upper' : 'lower'
  const shown = (value: number) => `${formatPlain(value)} ${displayScale.unit}`
  const input = `${formatPlain(end === 'upper' ? urv : lrv)} ${pressureUnitLabel(unit)}`
  return [
    `The host keeps ${formatPlain(displayScale.lower)} … ${shown(displayScale.upper)}: at ${input} it would show ${shown(displayScale[end])}, and by its present range that is ${shown(carried[end])}. Scale it too, unless what it shows is meant to change.`,
  ]
}
