import type { ErrorLimit } from '@/core/error/errorLimit'
import type { PressureUnit } from '@/core/units/pressureUnit'
import { boxText } from './instrumentField'

/** The boxes of a limit: its terms as typed, and how they combine. */
export type LimitBoxes = {
  combine: 'sum' | 'larger'
  terms: { kind: string; value: string; step: string; unit: string }[]
}

/** A stored limit in its boxes; a term without a unit of its own offers that of the range. */
export const limitBoxes = ({ combine, terms }: ErrorLimit, unit: PressureUnit): LimitBoxes => ({
  combine,
  terms: terms.map((term) => ({
    kind: term.kind,
    value: boxText(term.value),
    step: term.kind === 'counts' ? boxText(term.step) : '',
    unit: term.kind === 'absolute' || term.kind === 'counts' ? term.unit : unit,
  })),
})
