import { Refusal } from '../refusal'
import { type CalibratedRange, span } from '../transfer/calibratedRange'
import { percentOfInput } from '../transfer/linearTransfer'
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

/** One or more terms: their sum, or the larger (largest) of them. */
export type LimitTerms = { readonly combine: 'sum' | 'larger'; readonly terms: readonly LimitTerm[] }

/** A limit for errors of either sign, or for errors above zero alone where those below have one of their own. */
export type LimitPart = LimitTerms & {
  /** The limit of errors below zero, as a size; the same as above zero where left out. */
  readonly below?: LimitTerms
}

/**
 * An error limit over the whole range. Where it differs by part of the range, its own terms hold up to the first of the
 * further parts, and each of these from its `fromPercent`, % of the range, up to the next; they stand in rising order.
 */
export type ErrorLimit = LimitPart & { readonly further?: readonly FurtherPart[] }
export type FurtherPart = LimitPart & { readonly fromPercent: number }

/** The sizes of a limit at one point: of errors above zero, and of those below. */
export type LimitSides = { readonly above: number; readonly below: number }

/** The accuracy, drift or uncertainty of a reference: it may have terms in the unit of its own range. */
export type ReferenceLimit = {
  readonly combine: 'sum' | 'larger'
  readonly terms: readonly (LimitTerm | OwnTerm)[]
}

/** What a limit is worked out against. `url` is the sensor's upper limit in the unit of the range. */
export type LimitBasis = { readonly range: CalibratedRange; readonly url: number }

/**
 * So near the boundary of two parts, % of the range, the smaller of both limits holds. A point on the boundary is never
 * applied exactly; 24.98 % must not be allowed twice what 25.02 % is. A rule of ours: no standard says what holds there.
 */
export const PART_BOUNDARY_PERCENT = 0.5

/**
 * The error limit at one applied input, for errors above and below zero, in the unit of the range.
 * “Reading” is the input applied: it is the better known of the two, and differs from the indicated one only by the
 * error itself.
 *
 * @param applied in the unit of the range
 * @throws {Refusal} for a limit without terms
 */
export function limitSides(applied: number, limit: ErrorLimit | ReferenceLimit, basis: LimitBasis): LimitSides {
  if (!('further' in limit) || !limit.further?.length) return sidesOf(limit, applied, basis)
  const [first, ...others] = partsAt(applied, limit, basis).map((part) => sidesOf(part, applied, basis))
  if (!first) throw new Error('no part of a limit') // cannot be: there is always one
  return others.reduce(
    (smaller, next) => ({ above: Math.min(smaller.above, next.above), below: Math.min(smaller.below, next.below) }),
    first,
  )
}

/** The error limit at one applied input as ± in the unit of the range: the smaller side where the two differ. */
export function limitInput(applied: number, limit: ErrorLimit | ReferenceLimit, basis: LimitBasis): number {
  const { above, below } = limitSides(applied, limit, basis)
  return Math.min(above, below)
}

/** The error limit at one applied input, as ± % of span: the smaller side where the two differ. */
export const limitPercentSpan = (applied: number, limit: ErrorLimit | ReferenceLimit, basis: LimitBasis): number =>
  (limitInput(applied, limit, basis) / Math.abs(span(basis.range))) * 100

/** The error limit at one applied input, for errors above and below zero, as % of span. */
export function limitSidesPercentSpan(applied: number, limit: ErrorLimit, basis: LimitBasis): LimitSides {
  const { above, below } = limitSides(applied, limit, basis)
  const percent = 100 / Math.abs(span(basis.range))
  return { above: above * percent, below: below * percent }
}

/** The part of the range that an input lies in; both at a boundary. */
function partsAt(applied: number, limit: ErrorLimit, { range }: LimitBasis): readonly LimitPart[] {
  const percent = percentOfInput(applied, range)
  const parts = [{ ...limit, fromPercent: Number.NEGATIVE_INFINITY }, ...(limit.further ?? [])]
  return parts.filter(({ fromPercent }, index) => {
    const until = parts[index + 1]?.fromPercent ?? Number.POSITIVE_INFINITY
    return percent >= fromPercent - PART_BOUNDARY_PERCENT && percent <= until + PART_BOUNDARY_PERCENT
  })
}

/** Every term of a limit, whatever part of the range or sign of error it is for. */
export const everyTerm = ({ terms, below, further = [] }: ErrorLimit): LimitTerm[] => [
  ...terms,
  ...(below?.terms ?? []),
  ...further.flatMap((part) => everyTerm(part)),
]

/** The terms that give the smaller side of a limit at one applied input: those it is worked out from. */
export function smallerTerms(applied: number, limit: ErrorLimit, basis: LimitBasis): LimitTerms {
  const candidates = partsAt(applied, limit, basis).flatMap(({ below, ...above }) => (below ? [above, below] : [above]))
  const size = (terms: LimitTerms) => sizeOf(terms, applied, basis)
  return candidates.reduce((smaller, next) => (size(next) < size(smaller) ? next : smaller))
}

function sidesOf(part: LimitPart | ReferenceLimit, applied: number, basis: LimitBasis): LimitSides {
  const above = sizeOf(part, applied, basis)
  const below = 'below' in part && part.below ? sizeOf(part.below, applied, basis) : above
  return { above, below }
}

function sizeOf({ combine, terms }: ReferenceLimit, applied: number, basis: LimitBasis): number {
  const [first, ...rest] = terms.map((term) => termInput(term, applied, basis))
  if (first === undefined) throw new Refusal('errorLimit', 'has no terms', 'add at least one term')
  return rest.reduce((total, next) => (combine === 'sum' ? total + next : Math.max(total, next)), first)
}

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
