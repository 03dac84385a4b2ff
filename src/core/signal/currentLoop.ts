/** Lower end of the live-zero current signal, mA. IEC 60381-1 (from memory). */
export const CURRENT_LOW_MA = 4
/** Upper end of the live-zero current signal, mA. IEC 60381-1 (from memory). */
const CURRENT_HIGH_MA = 20
/** From end to end, mA. */
export const CURRENT_SPAN_MA = CURRENT_HIGH_MA - CURRENT_LOW_MA
const MA_PER_PERCENT = CURRENT_SPAN_MA / 100

/** A current as % of its span; beyond its ends too. */
export const percentOfMilliamp = (milliamp: number): number => (milliamp - CURRENT_LOW_MA) / MA_PER_PERCENT
/** The current at so many % of its span, mA. */
export const milliampOfPercent = (percent: number): number => CURRENT_LOW_MA + MA_PER_PERCENT * percent
