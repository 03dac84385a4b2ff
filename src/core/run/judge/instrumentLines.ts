import { span } from '../../transfer/calibratedRange'
import type { Contribution } from '../../uncertainty/contribution'
import { type Place, RECTANGULAR } from './budgetPlace'
import type { ComparisonFacts } from './comparisonFacts'
import { largestUpDown } from './roundScatter'

/** Lines that a diagnosis looks for as faults, and does not count as scatter. */
export const DIAGNOSED_LINES = { hysteresis: 'hysteresis', returnToZero: 'return to zero' } as const

/** What the instrument itself does between the readings: repeatability, hysteresis, return to zero. */
export function instrumentLines(at: Place, facts: ComparisonFacts): Contribution[] {
  const { scatter, basis, targetPercent = Number.NaN } = facts
  if (!scatter) return []
  const width = Math.abs(span(basis.range))
  const inInput = (value: number) => (scatter.unit === '% of span' ? (value / 100) * width : (value / 100) * at.applied)
  const ofScatter = (
    line: Omit<Contribution, 'sensitivity' | 'unit' | 'value' | 'group'>,
    value: number,
  ): Contribution => ({
    ...line,
    group: 'instrument',
    value: Math.abs(value),
    unit: scatter.unit,
    sensitivity: value === 0 ? 0 : at.carried(inInput(value)) / Math.abs(value),
  })
  const { repeatability, returnToZero, upDown } = scatter
  const own = upDown.get(targetPercent)
  const largest = largestUpDown(scatter)
  const isLowest = returnToZero?.targetPercent === targetPercent
  const hysteresis = isLowest ? null : (own ?? largest)
  return [
    ...(repeatability
      ? [
          ofScatter(
            {
              name: 'repeatability of the instrument',
              source: repeatability.source,
              distribution: 'normal',
              degrees: repeatability.degrees,
            },
            repeatability.standardDeviation,
          ),
        ]
      : []),
    ...(hysteresis === null
      ? []
      : [
          ofScatter(
            {
              name: DIAGNOSED_LINES.hysteresis,
              source:
                own === undefined
                  ? 'this round, half the largest difference between up and down'
                  : 'this point, half the difference between up and down',
              ...RECTANGULAR,
            },
            hysteresis / 2,
          ),
        ]),
    ...(returnToZero
      ? [
          ofScatter(
            {
              name: DIAGNOSED_LINES.returnToZero,
              source: 'this round, half the change of the lowest point',
              ...RECTANGULAR,
            },
            returnToZero.difference / 2,
          ),
        ]
      : []),
  ]
}
