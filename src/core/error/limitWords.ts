import { formatPlain } from '../format/formatNumber'
import { pressureUnitLabel } from '../units/pressureUnit'
import type { ErrorLimit, LimitTerm } from './errorLimit'

/** One term in words: `0.3 % of span`. */
function termWords(term: LimitTerm): string {
  switch (term.kind) {
    case 'percentSpan':
      return `${formatPlain(term.value)} % of span`
    case 'percentReading':
      return `${formatPlain(term.value)} % of reading`
    case 'percentUrl':
      return `${formatPlain(term.value)} % of URL`
    case 'absolute':
      return `${formatPlain(term.value)} ${pressureUnitLabel(term.unit)}`
    case 'counts':
      return `${formatPlain(term.value)} counts of ${formatPlain(term.step)} ${pressureUnitLabel(term.unit)}`
    default:
      return term satisfies never
  }
}

/** A limit in words: `±0.3 % of span`, `±(0.02 % of reading + 0.01 % of span)`. */
export function limitWords({ combine, terms }: ErrorLimit): string {
  const words = terms.map(termWords)
  if (words.length === 1) return `±${words[0]}`
  return combine === 'sum' ? `±(${words.join(' + ')})` : `±${words.join(' or ')}, whichever is larger`
}
