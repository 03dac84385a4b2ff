import { Refusal } from '../refusal'
import { bisect } from '../statistics/bisect'

/** One calibration: after how many months, and whether it was found inside its limit. */
export type CheckOutcome = { readonly months: number; readonly isInside: boolean }

/** The interval at which a share of instruments is expected to be found inside. */
export type ReliabilityInterval = {
  readonly months: number
  /** Observed share found inside. */
  readonly observedReliability: number
  /** Rate of leaving the limit, per month. */
  readonly failuresPerMonth: number
  /** “none found outside”: the rate is then the one that would have shown none in half of all cases. */
  readonly basis: 'most likely' | 'none found outside'
}

/**
 * Interval for a reliability target with the exponential model R(t) = exp(−λ·t): λ by maximum likelihood, where a check
 * found outside only says that it happened some time within its interval.
 *
 * Source: ILAC-G24 / OIML D 10 (statistical methods); maximum likelihood of interval-censored exponential lives.
 *
 * @param target share to be found inside, e.g. 0.95
 * @throws {Refusal} without checks, or where every one was found outside
 */
export function reliabilityInterval(checks: readonly CheckOutcome[], target: number): ReliabilityInterval {
  if (checks.length === 0) throw new Refusal('checks', 'none given', 'add calibrations with their results')
  if (checks.some(({ months }) => !(months > 0)))
    throw new Refusal('checks', 'an interval is zero or less', 'enter the months between the two calibrations')
  if (!(target > 0.5 && target < 1)) throw new Refusal('target', `${target}`, 'enter a share above 0.5 and below 1')
  const failed = checks.filter(({ isInside }) => !isInside)
  if (failed.length === checks.length)
    throw new Refusal('checks', 'every one was found outside', 'shorten the interval by judgement and find the cause')
  const survived = checks.filter(({ isInside }) => isInside).reduce((sum, { months }) => sum + months, 0)
  const failuresPerMonth = failed.length === 0 ? Math.LN2 / survived : mostLikelyRate(failed, survived)
  return {
    months: -Math.log(target) / failuresPerMonth,
    observedReliability: 1 - failed.length / checks.length,
    failuresPerMonth,
    basis: failed.length === 0 ? 'none found outside' : 'most likely',
  }
}

/** The root of Σ t/(exp(λt) − 1) = survived: its left side falls with λ. */
function mostLikelyRate(failed: readonly CheckOutcome[], survived: number): number {
  const score = (rate: number) => failed.reduce((sum, { months }) => sum + months / Math.expm1(rate * months), 0)
  return bisect({ low: 1e-12, high: 1e6, isBeyond: (rate) => score(rate) <= survived, scale: 'ratio' }).beyond
}
