import { formatFixed } from '../format/formatNumber'
import { Refusal } from '../refusal'

/** Where a flow by differential pressure stops being worth reading. */
export type CutOffAdvice = {
  /** The flow below which the error of reading exceeds what is allowed, % of full flow. */
  readonly honestFromPercent: number
  /** Full flow over that flow. */
  readonly rangeability: number
  /** Where the cut-off should be set: no lower than honest, rounded up to a whole per cent. */
  readonly adviseCutOffPercent: number
}

/** A cut-off can be no higher in a transmitter, % of flow. */
const MOST_CUT_OFF_PERCENT = 50

/**
 * The low-flow cut-off that an error of differential pressure asks for: below q the error of reading e/(2·(q/100)²) passes
 * what is allowed, so q = 100·√(e / (2·a)), e in % of DP span and a in % of flow.
 *
 * Source: derivative of the square-root law of ISO 5167-1.
 *
 * @param dpErrorPercent error of differential pressure, % of span
 * @param allowedPercentOfFlow error of flow that is still of use, % of the flow itself
 * @throws {Refusal} for errors that are not above zero, or where nothing would be left to read
 */
export function cutOffAdvice(dpErrorPercent: number, allowedPercentOfFlow: number): CutOffAdvice {
  if (!(dpErrorPercent > 0 && dpErrorPercent <= 20))
    throw new Refusal('dpErrorPercent', `${dpErrorPercent} % is no error to reckon with`, 'enter 0.01 to 20 % of span')
  if (!(allowedPercentOfFlow > 0 && allowedPercentOfFlow <= 50))
    throw new Refusal('allowedPercentOfFlow', `${allowedPercentOfFlow} % of flow`, 'enter above 0 and up to 50 %')
  const honestFromPercent = 10 * Math.sqrt((dpErrorPercent * 100) / (2 * allowedPercentOfFlow))
  if (honestFromPercent >= MOST_CUT_OFF_PERCENT)
    throw new Refusal(
      'dpErrorPercent',
      `flow is off by more than ${allowedPercentOfFlow} % below ${formatFixed(honestFromPercent, 0)} % of full flow, which leaves hardly anything`,
      'choose a smaller span for the flow, a better instrument, or allow more',
    )
  return {
    honestFromPercent,
    rangeability: 100 / honestFromPercent,
    adviseCutOffPercent: Math.ceil(honestFromPercent - 1e-9),
  }
}
