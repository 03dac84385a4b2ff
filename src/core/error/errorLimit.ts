import { Refusal } from '../refusal'
import { type CalibratedRange, span } from '../transfer/calibratedRange'
import { convertPressure, type PressureUnit } from '../units/pressureUnit'

/** One term of an error limit. Percentages are of the size of the thing, never negative. */
export type LimitTerm =
  | { readonly kind: 'percentSpan'; readonly value: number }
  | { readonly kind: 'percentReading'; readonly value: number }
  | { readonly kind: 'percentUrl'; readonly value: number }
  | { readonly kind: 'absolute'; readonly value: number; readonly unit: PressureUnit }
  /** So many counts of the last digit of a display; `step` is one count. */
  | { readonly kind: 'counts'; readonly value: number; readonly step: number; readonly unit: PressureUnit }

/** Terms of a reference, in the unit of its own range, whatever it measures: a floor, and counts of its last digit. */
export type OwnTerm =
  | { readonly kind: 'floor'; readonly value: number }
  | { readonly kind: 'steps'; readonly value: number; readonly step: number }

/** The size of such a term, in that unit. */
export const ownTerm = (term: OwnTerm): number => (term.kind === 'floor' ? term.value : term.value * term.step)

/** An error limit of one or more terms: their sum, or the larger (largest) of them. */
export type ErrorLimit = { readonly combine: 'sum' | 'larger'; readonly terms: readonly LimitTerm[] }

/** The accuracy, drift or uncertainty of a reference: it may have terms in the unit of its own range. */
export type ReferenceLimit = {
  readonly combine: 'sum' | 'larger'
  readonly terms: readonly (LimitTerm | OwnTerm)[]
}

/** What a limit is worked out against. `url` is the sensor's upper limit in the unit of the range. */
export type LimitBasis = { readonly range: CalibratedRange; readonly url: number }

/**
 * The error limit at one applied input, as ± in the unit of the range.
 * “Reading” is the input applied: it is the better known of the two, and differs from the indicated one only by the
 * error itself.
 *
 * @param applied in the unit of the range
 * @throws {Refusal} for a limit without terms
 */
export function limitInput(applied: number, limit: ReferenceLimit, basis: LimitBasis): number {
  const [first, ...rest] = limit.terms.map((term) => termInput(term, applied, basis))
  if (first === undefined) throw new Refusal('errorLimit', 'has no terms', 'add at least one term')
  return rest.reduce((total, next) => (limit.combine === 'sum' ? total + next : Math.max(total, next)), first)
}

/** The error limit at one applied input, as ± % of span. */
export const limitPercentSpan = (applied: number, limit: ReferenceLimit, basis: LimitBasis): number =>
  (limitInput(applied, limit, basis) / Math.abs(span(basis.range))) * 100

function termInput(term: LimitTerm | OwnTerm, applied: number, { range, url }: LimitBasis): number {
  switch (term.kind) {
    case 'percentSpan':
      return (term.value / 100) * Math.abs(span(range))
    case 'percentReading':
      return (term.value / 100) * Math.abs(applied)
    case 'percentUrl':
      return (term.value / 100) * Math.abs(url)
    case 'absolute':
      return Math.abs(convertPressure(term.value, term.unit, range.unit))
    case 'counts':
      return Math.abs(convertPressure(term.value * term.step, term.unit, range.unit))
    case 'floor':
    case 'steps':
      return ownTerm(term)
    default:
      return term satisfies never
  }
}
