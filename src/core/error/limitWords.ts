import { formatPlain } from '../format/formatNumber'
import { pressureUnitLabel } from '../units/pressureUnit'
import type { LimitTerm, OwnTerm, ReferenceLimit } from './errorLimit'

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

/**
 * A limit in words: `±0.3 % of span`, `±(0.02 % of reading + 0.01 % of span)`.
 *
 * @param ownUnit unit of the range, where it is the accuracy of a reference
 */
export function limitWords({ combine, terms }: ReferenceLimit, ownUnit?: string): string {
  const words = terms.map((term) => termWords(term, ownUnit))
  if (words.length === 1) return `±${words[0]}`
  return combine === 'sum' ? `±(${words.join(' + ')})` : `±${words.join(' or ')}, whichever is larger`
}
