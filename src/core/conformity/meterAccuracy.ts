import { type LimitTerm, type OwnTerm, ownTerm, type ReferenceLimit } from '../error/errorLimit'
import { Refusal } from '../refusal'

/** An electrical meter's accuracy as far as it matters here: percentages over its own range. */
export type MeterReach = {
  readonly rangeLow: number
  readonly rangeHigh: number
  readonly accuracy: ReferenceLimit
}

/**
 * ± accuracy of a meter at an output, in the output's own unit.
 *
 * @throws {Refusal} for a term in a pressure unit, which means nothing for a meter
 */
export function meterAccuracy(output: number, meter: MeterReach): number {
  const terms = meter.accuracy.terms.map((term) => meterTerm(term, output, meter))
  return meter.accuracy.combine === 'sum' ? terms.reduce((sum, term) => sum + term, 0) : Math.max(...terms)
}

function meterTerm(term: LimitTerm | OwnTerm, output: number, { rangeLow, rangeHigh }: MeterReach): number {
  switch (term.kind) {
    case 'percentSpan':
      return (term.value / 100) * (rangeHigh - rangeLow)
    case 'percentReading':
      return (term.value / 100) * Math.abs(output)
    case 'percentUrl':
      return (term.value / 100) * Math.abs(rangeHigh)
    case 'floor':
    case 'steps':
      return ownTerm(term)
    case 'absolute':
    case 'counts':
      throw new Refusal(
        'accuracy',
        `a term in ${term.unit} on an electrical meter`,
        'use percentages, a floor or counts of its own',
      )
    default:
      return term satisfies never
  }
}
