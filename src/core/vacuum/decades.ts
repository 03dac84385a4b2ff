import { formatFixed } from '../format/formatNumber'
import { Refusal } from '../refusal'

/** Points per decade that are in use. */
export const DECADE_STEPS = { 1: [1], 2: [1, 3], 3: [1, 2, 5] } as const
export type PointsPerDecade = keyof typeof DECADE_STEPS

/**
 * Test points of an instrument whose error is in % of reading: so many per decade, both ends of the range included.
 * Percentages of span would put all of them into the top decade. Common practice, no source.
 *
 * @throws {Refusal} for a range that does not start above zero, does not rise, or spans more than twelve decades
 */
export function decadePoints(range: { low: number; high: number }, perDecade: PointsPerDecade): number[] {
  const { low, high } = range
  if (!(low > 0))
    throw new Refusal(
      'low',
      `${low} is not above zero, and no decade begins at zero`,
      'enter the lowest pressure the gauge reads',
    )
  if (!(high > low)) throw new Refusal('high', `${high} is not above ${low}`, 'enter a higher upper end')
  const decades = Math.log10(high / low)
  if (decades > 12)
    throw new Refusal(
      'high',
      `lies ${formatFixed(decades, 1)} decades above the lower end`,
      'check the units of both ends',
    )
  const first = Math.floor(Math.log10(low) - 1e-9)
  const last = Math.ceil(Math.log10(high))
  const inside = Array.from({ length: last - first + 1 }, (_, index) => first + index)
    .flatMap((exponent) => DECADE_STEPS[perDecade].map((step) => Number((step * 10 ** exponent).toPrecision(6))))
    .filter((pressure) => pressure > low * 1.0001 && pressure < high * 0.9999)
  return [low, ...inside, high]
}

/** Error in % of reading: what a vacuum gauge is judged by. @throws {Refusal} without a pressure above zero */
export function errorPercentReading(reading: number, applied: number): number {
  if (!(applied > 0))
    throw new Refusal('applied', `${applied} is not above zero`, 'read the reference in absolute pressure')
  return ((reading - applied) / applied) * 100
}
