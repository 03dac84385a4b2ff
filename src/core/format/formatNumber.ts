import { decimalsOf } from '../units/decimalText'

/** U+2212, as wide as a plus sign, so that signs line up in a column. */
const MINUS = '−'

/** A number with a fixed count of decimals and a real minus sign; never `−0`. */
export function formatFixed(value: number, decimals: number): string {
  const text = value.toFixed(decimals)
  return Number(text) === 0 ? text.replace('-', '') : text.replace('-', MINUS)
}

/** As {@link formatFixed}, with a plus sign on positive numbers: for errors. */
export function formatSigned(value: number, decimals: number): string {
  const text = formatFixed(value, decimals)
  return Number(value.toFixed(decimals)) > 0 ? `+${text}` : text
}

/** A reading with exactly the digits it was given with. */
export const formatReading = (decimalText: string): string => decimalText.replace('-', MINUS)

/** A value from the register (LRV, URV, limits): as many digits as it needs and no more. */
export const formatPlain = (value: number): string => String(Number(value.toPrecision(10))).replace('-', MINUS)

/** Computed values get one digit more than the readings they come from. */
export const computedDecimals = (readingText: string): number => Math.min(8, decimalsOf(readingText) + 1)

/**
 * Decimals for a percentage of span that was computed from readings of a given resolution: one digit finer than what
 * one step of the reading is in per cent.
 *
 * @param resolution one step of the reading, in its own unit
 * @param span span of that reading, same unit
 */
export function percentDecimals(resolution: number, span: number): number {
  const stepPercent = (resolution / Math.abs(span)) * 100
  return Math.min(4, Math.max(2, Math.ceil(-Math.log10(stepPercent))))
}

/** Decimals that show a ten-thousandth of what a column of values spans. */
export function decimalsOfSpan(values: readonly number[]): number {
  const span = Math.max(...values) - Math.min(...values)
  return span > 0 ? Math.min(6, Math.max(0, 4 - Math.ceil(Math.log10(span)))) : 2
}
