import { carriedAndSettable } from '@/core/range/carriedScale'
import { isFlow } from '@/core/setUp/application'
import type { DisplayScale } from '@/core/transfer/displayScale'
import { typedNumber } from '@/core/units/decimalText'
import { convertPressure, PRESSURE_UNIT_IDS } from '@/core/units/pressureUnit'
import { rangeInUnit } from '@/plans/setUpPlan'
import type { Configuration } from '@/schema/configuration'
import { type Draft, type DraftGroup, isGroup } from '../../kit/form/draft'
import type { ChangeDraft } from '../../kit/form/useDraftForm'

type Form = { readonly draft: Draft; readonly change: ChangeDraft }
type Registered = Pick<Configuration, 'lrv' | 'urv' | 'unit' | 'transfer' | 'hostRoot' | 'displayScale'>
/** The ends of the display as the sheet itself put them there last; null before it has. */
export type OwnEnds = { current: Pick<DisplayScale, 'lower' | 'upper'> | null }

const asText = (value: number) => String(value)
const unitOf = (text: Draft | undefined) => PRESSURE_UNIT_IDS.find((id) => id === text)
const numberOf = (text: Draft | undefined) => (typeof text === 'string' ? typedNumber(text) : null)

/**
 * What a change of one box does to others: another unit converts the range, and a range that is moved takes the scale of
 * the display along, so that it goes on showing the same for the same pressure. Always from the register, as what stands
 * in a box is half a figure while it is typed; a display that was typed by hand is left as it is.
 */
export function changeSetUp({ draft, change }: Form, registered: Registered, own: OwnEnds): ChangeDraft {
  return (path, part) => {
    change(path, part)
    const group = isGroup(draft) ? draft : {}
    if (path[0] === 'unit') convert(group, part, change)
    if (path[0] === 'lrv' || path[0] === 'urv') {
      const before = own.current ?? carriedTo(group, registered)
      if (before === null || !isShown(before, group)) return
      own.current = carriedTo({ ...group, [path[0]]: part }, registered) ?? before
      change(['displayLower'], asText(own.current.lower))
      change(['displayUpper'], asText(own.current.upper))
    }
  }
}

const isShown = ({ lower, upper }: Pick<DisplayScale, 'lower' | 'upper'>, group: DraftGroup): boolean =>
  numberOf(group.displayLower) === lower && numberOf(group.displayUpper) === upper

/** The registered display carried to the range in the boxes; null where there is none, or no range yet. */
function carriedTo(
  group: DraftGroup,
  { displayScale, transfer, hostRoot, ...present }: Registered,
): DisplayScale | null {
  const unit = unitOf(group.unit)
  const [lrv, urv] = [numberOf(group.lrv), numberOf(group.urv)]
  if (!displayScale || !unit || lrv === null || urv === null) return null
  const isRooted = transfer.kind !== 'linear'
  if (isFlow(String(group.application)) !== isRooted) return null
  const inPresent = (value: number) => convertPressure(value, unit, present.unit)
  return carriedAndSettable(displayScale, {
    present,
    wanted: { lrv: inPresent(lrv), urv: inPresent(urv) },
    takesRoot: isRooted || hostRoot === true,
  })
}

function convert(group: DraftGroup, part: Draft, change: ChangeDraft): void {
  const [from, to] = [unitOf(group.unit), unitOf(part)]
  const [lrv, urv] = [numberOf(group.lrv), numberOf(group.urv)]
  if (!from || !to || lrv === null || urv === null) return
  const range = rangeInUnit({ lrv, urv }, from, to)
  change(['lrv'], asText(range.lrv))
  change(['urv'], asText(range.urv))
}
