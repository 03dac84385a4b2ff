import { span } from '../../transfer/calibratedRange'
import type { Contribution } from '../../uncertainty/contribution'
import { type Place, RECTANGULAR } from './budgetPlace'
import type { ComparisonFacts } from './comparisonFacts'
import { largestUpDown } from './roundScatter'

/** Lines that a diagnosis looks for as faults, and does not count as scatter. */
export const DIAGNOSED_LINES = { hysteresis: 'hysteresis', returnToZero: 'return to zero' } as const

/** Stated each way apart, errors hold the loop already: JCGM 100:2008, 3.4.4 (nothing is counted twice). */
const LOOP_LINES: readonly string[] = Object.values(DIAGNOSED_LINES)

type Scattered = Omit<Contribution, 'sensitivity' | 'unit' | 'value' | 'group'>

/** What the instrument itself does between the readings: repeatability, hysteresis, return to zero. */
export function instrumentLines(at: Place, facts: ComparisonFacts): Contribution[] {
  const { scatter, basis, targetPercent = Number.NaN } = facts
  if (!scatter) return []
  const width = Math.abs(span(basis.range))
  const inInput = (value: number) => (scatter.unit === '% of span' ? (value / 100) * width : (value / 100) * at.applied)
  const lines = scatteredLines(scatter, targetPercent).filter(
    ([{ name }]) => facts.measurand === undefined || !LOOP_LINES.includes(name),
  )
  return lines.map(([line, value]) => ({
    ...line,
    group: 'instrument',
    value: Math.abs(value),
    unit: scatter.unit,
    sensitivity: value === 0 ? 0 : at.carried(inInput(value)) / Math.abs(value),
  }))
}

/** The lines of a point with their sizes, in the unit of the scatter. */
function scatteredLines(
  scatter: NonNullable<ComparisonFacts['scatter']>,
  targetPercent: number,
): (readonly [Scattered, value: number])[] {
  const { repeatability, returnToZero, upDown } = scatter
  const own = upDown.get(targetPercent)
  const isLowest = returnToZero?.targetPercent === targetPercent
  const hysteresis = isLowest ? null : (own ?? largestUpDown(scatter))
  const ofRound = (name: string, source: string): Scattered => ({ name, source, ...RECTANGULAR })
  const lines: (readonly [Scattered, value: number])[] = []
  if (repeatability) {
    const { source, degrees, standardDeviation } = repeatability
    lines.push([
      { name: 'repeatability of the instrument', source, distribution: 'normal', degrees },
      standardDeviation,
    ])
  }
  if (hysteresis !== null) {
    const source =
      own === undefined
        ? 'this round, half the largest difference between up and down'
        : 'this point, half the difference between up and down'
    lines.push([ofRound(DIAGNOSED_LINES.hysteresis, source), hysteresis / 2])
  }
  if (returnToZero)
    lines.push([
      ofRound(DIAGNOSED_LINES.returnToZero, 'this round, half the change of the lowest point'),
      returnToZero.difference / 2,
    ])
  return lines
}
