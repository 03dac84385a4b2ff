import { typedNumber } from '@/core/units/decimalText'
import { PRESSURE_UNIT_IDS } from '@/core/units/pressureUnit'
import { displayForRange, rangeInUnit } from '@/plans/setUpPlan'
import { type Draft, type DraftGroup, isGroup } from '../form/draft'
import type { ChangeDraft } from '../form/useDraftForm'

type Form = { readonly draft: Draft; readonly change: ChangeDraft }

const asText = (value: number) => String(value)
const unitOf = (text: Draft | undefined) => PRESSURE_UNIT_IDS.find((id) => id === text)
const numberOf = (text: Draft | undefined) => (typeof text === 'string' ? typedNumber(text) : null)

/**
 * What a change of one box does to others: another unit converts the range, and a range that is moved takes the scale of
 * the display along, so that it goes on showing the same for the same pressure.
 */
export function changeSetUp({ draft, change }: Form): ChangeDraft {
  return (path, part) => {
    change(path, part)
    const group = isGroup(draft) ? draft : {}
    if (path[0] === 'unit') convert(group, part, change)
    if (path[0] === 'lrv' || path[0] === 'urv') carryDisplay(group, { end: path[0], typed: part }, change)
  }
}

function convert(group: DraftGroup, part: Draft, change: ChangeDraft): void {
  const [from, to] = [unitOf(group.unit), unitOf(part)]
  const [lrv, urv] = [numberOf(group.lrv), numberOf(group.urv)]
  if (!from || !to || lrv === null || urv === null) return
  const range = rangeInUnit({ lrv, urv }, from, to)
  change(['lrv'], asText(range.lrv))
  change(['urv'], asText(range.urv))
}

function carryDisplay(
  group: DraftGroup,
  { end, typed }: { readonly end: 'lrv' | 'urv'; readonly typed: Draft },
  change: ChangeDraft,
): void {
  const unit = unitOf(group.unit)
  const [lrv, urv, moved] = [numberOf(group.lrv), numberOf(group.urv), numberOf(typed)]
  if (!unit || lrv === null || urv === null || moved === null) return
  const carried = displayForRange(
    {
      ...{ unit, lrv, urv },
      displayLower: numberOf(group.displayLower),
      displayUpper: numberOf(group.displayUpper),
      displayUnit: '',
      application: String(group.application).startsWith('flow') ? 'flow, drop below the cut-off' : 'pressure',
    },
    { lrv, urv, [end]: moved },
  )
  if (!carried) return
  change(['displayLower'], asText(carried.lower))
  change(['displayUpper'], asText(carried.upper))
}
