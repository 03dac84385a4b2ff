import type { ErrorLimit, LimitPart, LimitTerms } from '@/core/error/errorLimit'
import type { PressureUnit } from '@/core/units/pressureUnit'
import { boxText } from './instrumentField'

/** The boxes of one limit: its terms as typed, and how they combine. */
export type TermsBoxes = {
  combine: 'sum' | 'larger'
  terms: { kind: string; value: string; step: string; unit: string }[]
}
/** The same with another limit for errors below zero, where there is one. */
export type PartBoxes = TermsBoxes & { below?: TermsBoxes }
/** The boxes of a limit over the whole range. */
export type LimitBoxes = PartBoxes & { further?: (PartBoxes & { fromPercent: string })[] }

export const NEW_TERM = { kind: 'percentSpan', value: '', step: '', unit: 'kPa' }
export const emptyTerms = (): TermsBoxes => ({ combine: 'larger', terms: [NEW_TERM] })

/** A stored limit in its boxes; a term without a unit of its own offers that of the range. */
export const limitBoxes = ({ further, ...part }: ErrorLimit, unit: PressureUnit): LimitBoxes => ({
  ...partBoxes(part, unit),
  ...(further && {
    further: further.map(({ fromPercent, ...of }) => ({ ...partBoxes(of, unit), fromPercent: boxText(fromPercent) })),
  }),
})

const partBoxes = ({ below, ...terms }: LimitPart, unit: PressureUnit): PartBoxes => ({
  ...termsBoxes(terms, unit),
  ...(below && { below: termsBoxes(below, unit) }),
})

const termsBoxes = ({ combine, terms }: LimitTerms, unit: PressureUnit): TermsBoxes => ({
  combine,
  terms: terms.map((term) => ({
    kind: term.kind,
    value: boxText(term.value),
    step: term.kind === 'counts' ? boxText(term.step) : '',
    unit: term.kind === 'absolute' || term.kind === 'counts' ? term.unit : unit,
  })),
})
