import { formatFixed, formatPlain } from '@/core/format/formatNumber'
import { type Heads, LINE_FILLS, type LineHead } from '@/core/pressure/lineHead'

/** What fills a line, with its density where it is a liquid. */
export const fillWords = ({ fill, facts }: LineHead): string =>
  facts?.densityKgPerM3 ? `${LINE_FILLS[fill]} of ${formatFixed(facts.densityKgPerM3, 1)} kg/m³` : LINE_FILLS[fill]

/** A height without its sign, and which way it goes. */
export const heightWords = ({ heightMillimetre }: LineHead, above: string, below: string): string =>
  `${formatPlain(Math.abs(heightMillimetre))} mm ${heightMillimetre > 0 ? above : below}`

/** Where the reference stands against the instrument, what fills the lines, and what is made of it. ISO/IEC 17025:2017, 7.8.4.1. */
export function referenceLevelWords({ head, lowLeg }: Heads): string {
  if (!head && !lowLeg) return 'taken as level with the instrument: no height was noted'
  const stands = [
    ...(head
      ? [`${heightWords(head, 'above', 'below')} the instrument, line filled with ${fillWords(head)}`]
      : ['level with the instrument']),
    ...(lowLeg
      ? [`low side: leg of ${heightWords(lowLeg, 'above', 'below')} it, filled with ${fillWords(lowLeg)}`]
      : []),
  ]
  return `${stands.join('; ')}; ${madeOf(head?.facts ?? lowLeg?.facts)}`
}

const madeOf = (facts: LineHead['facts']): string =>
  facts
    ? `corrected at ${formatPlain(facts.celsius)} °C and ${formatPlain(facts.gravityMPerS2)} m/s²`
    : 'not corrected, counted in the uncertainty'
