import { exceeds } from '../error/verdict'
import { Refusal } from '../refusal'
import { positive } from './uncertaintyRatio'

/**
 * How far the acceptance limit is drawn in from the error limit.
 * - `none`: simple acceptance, acceptance limit = error limit.
 * - `expanded-uncertainty`: w = U. Sources: ILAC-G8:09/2019, 4.2.2; ISO 14253-1.
 * - `root-difference`: acceptance limit = √(TL² − U²). Source: ILAC-G8:09/2019, table of guard bands (from memory).
 * - `tur-based`: the method of the ANSI/NCSL Z540.3 handbook that holds the false-accept risk at 2 % from the ratio alone:
 *   acceptance limit = TL − U · (1.04 − e^(0.38 · ln TUR − 0.54)) (from memory). A ratio above about 4.6 needs no band.
 */
export const GUARD_BANDS = {
  none: 'none (simple acceptance)',
  'expanded-uncertainty': 'w = U',
  'root-difference': 'acceptance limit √(TL² − U²)',
  'tur-based': 'ratio-based method of the Z540.3 handbook (2 % false accept)',
} as const
export type GuardBand = keyof typeof GUARD_BANDS
export const GUARD_BAND_IDS = Object.keys(GUARD_BANDS) as GuardBand[] // keys of a const object

/** Error limit and expanded uncertainty (k = 2) of the comparison, same unit. */
export type LimitAndUncertainty = { readonly limit: number; readonly expandedUncertainty: number }

/**
 * The acceptance limit: errors up to this are accepted.
 *
 * @throws {Refusal} when the uncertainty leaves nothing to accept
 */
export function acceptanceLimit(guardBand: GuardBand, { limit, expandedUncertainty }: LimitAndUncertainty): number {
  positive('limit', limit)
  if (!(expandedUncertainty >= 0))
    throw new Refusal('expandedUncertainty', `${expandedUncertainty} is below zero`, 'enter zero or more')
  if (exceeds(expandedUncertainty, limit))
    throw new Refusal(
      'expandedUncertainty',
      `${expandedUncertainty} is larger than the limit of ${limit}: nothing can be said to be inside`,
      'use a better reference, or agree another limit',
    )
  const acceptance = drawnIn(guardBand, limit, expandedUncertainty)
  if (acceptance <= 0)
    throw new Refusal(
      'expandedUncertainty',
      `${expandedUncertainty} against a limit of ${limit} leaves no error that could be accepted`,
      'use a better reference, or agree another decision rule',
    )
  return acceptance
}

function drawnIn(guardBand: GuardBand, limit: number, uncertainty: number): number {
  switch (guardBand) {
    case 'none':
      return limit
    case 'expanded-uncertainty':
      return limit - uncertainty
    case 'root-difference':
      return uncertainty >= limit ? 0 : Math.sqrt(limit ** 2 - uncertainty ** 2)
    case 'tur-based':
      return limit - uncertainty * Math.max(0, handbookMultiplier(limit / uncertainty))
    default:
      return guardBand satisfies never
  }
}

/** Multiplier of U in the ratio-based method; zero and below means no guard band. Nothing to guard without uncertainty. */
function handbookMultiplier(ratio: number): number {
  return Number.isFinite(ratio) ? 1.04 - Math.exp(0.38 * Math.log(ratio) - 0.54) : 0
}
