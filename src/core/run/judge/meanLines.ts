import type { Contribution } from '../../uncertainty/contribution'
import { convertPressure } from '../../units/pressureUnit'
import { ofInput, type Place } from './budgetPlace'
import type { ComparisonFacts, ReadingFigures } from './comparisonFacts'

/**
 * What the mean of several readings at a point is uncertain by: the standard deviation of the mean, with one degree of
 * freedom less than there were readings. Pressure and output were read at the same moments; they are taken as independent.
 *
 * Source: JCGM 100:2008, 4.2.3.
 */
export function meanLines({ taking }: ReadingFigures, at: Place, facts: ComparisonFacts): Contribution[] {
  if (taking?.way !== 'automatic' || taking.readings < 2) return []
  const { readings, appliedSpread, outputSpread } = taking
  const ofMean = (spread: string) => Number(spread) / Math.sqrt(readings)
  const line = {
    distribution: 'normal' as const,
    degrees: readings - 1,
    source: `${readings} readings of this point`,
  }
  const { basis, inputUnit } = facts
  return [
    ofInput(
      { ...line, name: 'spread of the pressure' },
      convertPressure(ofMean(appliedSpread), inputUnit, basis.range.unit),
      { at, facts },
    ),
    {
      ...line,
      name: 'spread of the output',
      group: 'output',
      value: ofMean(outputSpread),
      unit: basis.scale.unit,
      sensitivity: at.perOutput,
    },
  ]
}
