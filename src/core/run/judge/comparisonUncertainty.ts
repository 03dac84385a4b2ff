import { type ReadingBudget, readingBudget } from '../../uncertainty/contribution'
import { placeOf } from './budgetPlace'
import type { ComparisonFacts, ReadingFigures } from './comparisonFacts'
import { instrumentLines } from './instrumentLines'
import { meanLines } from './meanLines'
import { inputLines, outputLines } from './readingLines'
import { accuracyLines } from './referenceLines'

/**
 * Uncertainty of one comparison, in % of output span, as a budget of named lines. Sources: JCGM 100:2008, 4.2, 4.3.7, 5.1
 * and G.4; EURAMET cg-17 and ILAC-P14 5.4 for what belongs in (lists from memory).
 *
 * The pressure’s part is carried to the output as the error limit is: by how far the output really moves. A reading was
 * read to the step of what shows it, or to its own last digit where that is coarser.
 *
 * @throws {Refusal} when nothing is uncertain
 */
export function comparisonUncertainty(reading: ReadingFigures, facts: ComparisonFacts): ReadingBudget {
  const at = placeOf(reading, facts)
  return readingBudget(
    [
      ...accuracyLines(at, facts),
      ...inputLines(reading, at, facts),
      ...outputLines(reading, at, facts),
      ...meanLines(reading, at, facts),
      ...instrumentLines(at, facts),
    ].filter(({ value, sensitivity }) => value !== 0 && sensitivity !== 0),
  )
}
