import { formatFixed } from '../format/formatNumber'
import { Refusal } from '../refusal'

/** One end of a two-point trim: what the reference says and what the instrument says there, same unit. */
export type TrimPoint = { readonly reference: number; readonly reading: number }

/** The correction that two trim points make: corrected = gain · reading + offset. */
export type TrimCorrection = { readonly gain: number; readonly offset: number }

export type TwoPointTrim = {
  readonly lower: TrimPoint
  readonly upper: TrimPoint
  /** Smallest distance the maker allows between the two ends. */
  readonly minimumSpan: number
  /** Largest change of gain the maker allows, %; null when the manual gives none. */
  readonly makerGainLimitPercent: number | null
}

/**
 * The correction of a lower and an upper trim (sensor trim in pressure, output trim in current): the line that makes
 * both ends read right. The lower trim alone shifts; the upper then changes the gain about the lower end, which is why
 * the lower one comes first. Definition of a two-point correction.
 *
 * @throws {Refusal} when the ends lie too close, the readings do not follow, or the gain goes beyond the maker's limit
 */
export function twoPointTrim({ lower, upper, minimumSpan, makerGainLimitPercent }: TwoPointTrim): TrimCorrection {
  const apart = upper.reference - lower.reference
  if (!(apart > 0) || apart < minimumSpan)
    throw new Refusal(
      'upper.reference',
      `lies ${apart} above the lower trim, less than the minimum of ${minimumSpan}`,
      'trim further apart: near LRV and near URV',
    )
  const read = upper.reading - lower.reading
  if (!(read > 0))
    throw new Refusal(
      'upper.reading',
      `${upper.reading} is not above the lower reading of ${lower.reading}`,
      'find out why the instrument does not follow before trimming it',
    )
  const gain = apart / read
  const changePercent = (gain - 1) * 100
  if (makerGainLimitPercent !== null && Math.abs(changePercent) > makerGainLimitPercent)
    throw new Refusal(
      'upper.reading',
      `asks for a change of gain of ${formatFixed(changePercent, 2)} %, beyond the ±${makerGainLimitPercent} % that the maker allows`,
      'check reference, unit and hook-up, then have the instrument repaired',
    )
  return { gain, offset: lower.reference - gain * lower.reading }
}

/** What a trim leaves at other points: corrected reading less reference, in their unit. */
export const trimRemainder = ({ gain, offset }: TrimCorrection, points: readonly TrimPoint[]): number[] =>
  points.map(({ reading, reference }) => gain * reading + offset - reference)
