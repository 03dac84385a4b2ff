import { percentOfMilliamp } from './currentLoop'
/**
 * What a current of a 4–20 mA loop says about itself, after NAMUR NE 43 (limits from memory):
 * 3.8 to 20.5 mA is a measured value, 3.6 mA and less or 21 mA and more is a failure signal, and the two narrow bands
 * between are neither: measured values should not stay there, failure signals should not stop there.
 */
export type Ne43State =
  | 'failure-low'
  | 'undefined-low'
  | 'below-range'
  | 'measuring'
  | 'above-range'
  | 'undefined-high'
  | 'failure-high'

/** Limits of NE 43, in mA. */
export const NE43 = { failureLow: 3.6, saturationLow: 3.8, saturationHigh: 20.5, failureHigh: 21 } as const

/** What a measuring output shows beyond its ends, % of output span: 3.8 and 20.5 mA, and taken to be as much on other signals. */
export const SHOWN_PERCENT = {
  low: percentOfMilliamp(NE43.saturationLow),
  high: percentOfMilliamp(NE43.saturationHigh),
} as const

/** Where a failure signal begins, % of output span: 3.6 and 21 mA. */
export const FAILURE_PERCENT = {
  low: percentOfMilliamp(NE43.failureLow),
  high: percentOfMilliamp(NE43.failureHigh),
} as const

/** The state of a 4–20 mA current. */
export function ne43State(milliamp: number): Ne43State {
  if (milliamp <= NE43.failureLow) return 'failure-low'
  if (milliamp < NE43.saturationLow) return 'undefined-low'
  if (milliamp < 4) return 'below-range'
  if (milliamp <= 20) return 'measuring'
  if (milliamp <= NE43.saturationHigh) return 'above-range'
  return milliamp < NE43.failureHigh ? 'undefined-high' : 'failure-high'
}

/** The state as a technician says it. */
export const NE43_WORDS: Record<Ne43State, string> = {
  'failure-low': 'failure signal, low (3.6 mA or less)',
  'undefined-low': 'between failure signal and measuring range: look at supply and wiring',
  'below-range': 'measuring, below 0 %',
  measuring: 'measuring',
  'above-range': 'measuring, above 100 %',
  'undefined-high': 'between measuring range and failure signal: look at the transmitter',
  'failure-high': 'failure signal, high (21 mA or more)',
}
