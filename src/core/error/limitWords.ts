import { formatPlain } from '../format/formatNumber'
import { pressureUnitLabel } from '../units/pressureUnit'
import type { ErrorLimit, LimitPart, LimitTerm, OwnTerm, ReferenceLimit } from './errorLimit'

/** One term in words: `0.3 % of span`. */
function termWords(term: LimitTerm | OwnTerm, ownUnit: string | undefined): string {
  switch (term.kind) {
    case 'percentSpan':
      return `${formatPlain(term.value)} % of span`
    case 'percentReading':
      return `${formatPlain(term.value)} % of reading`
    case 'percentUrl':
      return `${formatPlain(term.value)} % of ${ownUnit === undefined ? 'URL' : 'full scale'}`
    case 'absolute':
      return `${formatPlain(term.value)} ${pressureUnitLabel(term.unit)}`
    case 'counts':
      return `${formatPlain(term.value)} counts of ${formatPlain(term.step)} ${pressureUnitLabel(term.unit)}`
    case 'floor':
      return `${formatPlain(term.value)} ${ownUnit ?? ''}`.trim()
    case 'steps':
      return `${formatPlain(term.value)} ${term.value === 1 ? 'count' : 'counts'} of ${formatPlain(term.step)} ${ownUnit ?? ''}`.trim()
    default:
      return term satisfies never
  }
}

/** Before the limit of errors below zero, and before that of a further part of the range, in words as in lists. */
export const LIMIT_MARKS = { above: '+', below: ', below zero −', further: '; from ' } as const

/**
 * A limit in words: `±0.3 % of span`, `±(0.02 % of reading + 0.01 % of span)`, `+0.4 % of span, below zero −0.2 % of span`,
 * `±2 % of span; from 25 % of range ±1 % of span; from 75 % of range ±2 % of span`.
 *
 * @param ownUnit unit of the range, where it is the accuracy of a reference
 */
export function limitWords(limit: ErrorLimit | ReferenceLimit, ownUnit?: string): string {
  const further = 'further' in limit ? (limit.further ?? []) : []
  return [
    partWords(limit, ownUnit),
    ...further.map(
      (part) => `${LIMIT_MARKS.further}${formatPlain(part.fromPercent)} % of range ${partWords(part, ownUnit)}`,
    ),
  ].join('')
}

function partWords(part: LimitPart | ReferenceLimit, ownUnit: string | undefined): string {
  const below = 'below' in part ? part.below : undefined
  if (!below) return termsWords(part, '±', ownUnit)
  return `${termsWords(part, LIMIT_MARKS.above, ownUnit)}${termsWords(below, LIMIT_MARKS.below, ownUnit)}`
}

function termsWords({ combine, terms }: ReferenceLimit, sign: string, ownUnit: string | undefined): string {
  const words = terms.map((term) => termWords(term, ownUnit))
  if (words.length === 1) return `${sign}${words[0]}`
  return combine === 'sum' ? `${sign}(${words.join(' + ')})` : `${sign}${words.join(' or ')}, whichever is larger`
}
