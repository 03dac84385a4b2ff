import { Refusal } from '../refusal'

/** How a staircase climbs and falls. */
export type Staircase = {
  readonly lengthenFactor: number
  readonly shortenFactor: number
  /** Share of the limit, %, inside which an as-found result earns a longer interval. */
  readonly lengthenInsidePercent: number
  readonly leastMonths: number
  readonly mostMonths: number
}

/** The next interval and why. */
export type NextInterval = { readonly months: number; readonly step: 'longer' | 'same' | 'shorter' }

/**
 * Automatic adjustment, or “staircase”: a result well inside its limit lengthens the interval, one outside shortens it.
 *
 * Source: ILAC-G24 / OIML D 10, method 1 (from memory; the document leaves the factors to the laboratory).
 *
 * @param shareOfLimitPercent largest as-found error in % of its limit
 * @throws {Refusal} for a staircase that does not climb
 */
export function staircaseInterval(months: number, shareOfLimitPercent: number, stairs: Staircase): NextInterval {
  if (!(months > 0)) throw new Refusal('months', `${months} months`, 'enter the present interval, above zero')
  if (!(shareOfLimitPercent >= 0)) throw new Refusal('shareOfLimit', `${shareOfLimitPercent} %`, 'enter 0 or more')
  if (!(stairs.lengthenFactor >= 1 && stairs.shortenFactor > 0 && stairs.shortenFactor <= 1))
    throw new Refusal(
      'factors',
      'the lengthening factor is below 1, or the shortening factor is not between 0 and 1',
      'enter for instance 1.2 and 0.5',
    )
  if (!(stairs.leastMonths > 0 && stairs.mostMonths >= stairs.leastMonths))
    throw new Refusal('mostMonths', 'the bounds are crossed', 'enter the shortest below the longest')
  const step =
    shareOfLimitPercent > 100 ? 'shorter' : shareOfLimitPercent <= stairs.lengthenInsidePercent ? 'longer' : 'same'
  const factor = { longer: stairs.lengthenFactor, same: 1, shorter: stairs.shortenFactor }[step]
  return { step, months: Math.min(stairs.mostMonths, Math.max(stairs.leastMonths, months * factor)) }
}
