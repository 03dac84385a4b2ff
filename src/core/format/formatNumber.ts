import { decimalsOf } from '../units/decimalText'
import { withDecimalMark } from './decimalMark'

/** U+2212, as wide as a plus sign, so that signs line up in a column. */
const MINUS = '−'

/** What binary arithmetic may have added to a decimal value, in units of the last place shown. */
const NOISE_OF_LAST_PLACE = 1e-6

/** As it is shown: with the decimal mark of the site, and a real minus sign. */
const asShown = (text: string): string => withDecimalMark(text).replace('-', MINUS)

/**
 * A number with a fixed count of decimals and a real minus sign; never `−0`. Halves go away from zero, after binary
 * noise is taken out: 0.0625 and 0.06250000000000977 are one error, and 0.06249999999999 is it too.
 */
export const formatFixed = (value: number, decimals: number): string => asShown(fixedDecimal(value, decimals))

/** The same for what is kept or read by machines: `-0.5` with a hyphen and a point. */
export function fixedDecimal(value: number, decimals: number): string {
  const step = 10 ** -decimals
  // So large a number has no places left that noise could move.
  const clean = Math.abs(value) < 1e12 * step ? value + Math.sign(value) * step * NOISE_OF_LAST_PLACE : value
  const text = clean.toFixed(decimals)
  return Number(text) === 0 ? text.replace('-', '') : text
}

/** As {@link formatFixed}, with a plus sign on positive numbers: for errors. */
export function formatSigned(value: number, decimals: number): string {
  const text = fixedDecimal(value, decimals)
  return Number(text) > 0 ? `+${asShown(text)}` : asShown(text)
}

/** Decimals that show a value with two significant digits, as uncertainties are given: 0.0412 three, 3.61 one, 42 none. */
export function decimalsOfTwoDigits(value: number): number {
  if (!(Math.abs(value) > 0)) return 2
  const decimals = 1 - Math.floor(Math.log10(Math.abs(value)) + 1e-12)
  // 0.0996 shown with three decimals is 0.100, three digits: one less then.
  const shown = Number(fixedDecimal(Math.abs(value), Math.min(12, Math.max(0, decimals))))
  return Math.min(9, Math.max(0, 1 - Math.floor(Math.log10(shown || Math.abs(value)) + 1e-12)))
}

/**
 * An uncertainty with two significant digits, from 100 up too: 142 is 140. JCGM 100:2008, 7.2.6.
 *
 * @returns as it is shown, without a sign
 */
export function formatUncertainty(value: number): string {
  const size = Math.abs(value)
  const tens = 10 ** Math.max(0, Math.floor(Math.log10(size || 1) + 1e-12) - 1)
  const rounded = Number(fixedDecimal(size / tens, tens > 1 ? 0 : 12)) * tens
  return formatFixed(rounded, decimalsOfTwoDigits(rounded))
}

/** A limit whose own digits are no more than these is printed with them. Ours, no source. */
const DIGITS_OF_LIMIT = 4

/** Decimals a limit is printed with: those of the errors beside it, and its own where it has more; ±0.1625 is no ±0.2. */
export const decimalsOfLimit = (limit: number, beside: number): number =>
  Math.max(beside, Math.min(6, decimalsOf(plainDecimal(Number(limit.toPrecision(DIGITS_OF_LIMIT))))))

/**
 * As many decimals, from some number on, as it takes for two values that differ to be shown differently: ±0.303 beside
 * ±0.30 would seem to be on it.
 */
export function decimalsThatTell(value: number, other: number, decimals: number): number {
  const [a, b] = [Math.abs(value), Math.abs(other)]
  if (Math.abs(a - b) <= 1e-9 * Math.max(a, b)) return decimals
  const differs = (count: number) => fixedDecimal(a, count) !== fixedDecimal(b, count)
  for (let count = decimals; count < MOST_TELLING; count++) if (differs(count)) return count
  return MOST_TELLING
}

/** Two values that agree to so many decimals are told apart by nobody. */
const MOST_TELLING = 9

/** A reading with exactly the digits it was given with. */
export const formatReading = (decimalText: string): string => asShown(decimalText)

/** A value from the register (LRV, URV, limits): as many digits as it needs and no more. */
export const formatPlain = (value: number): string => asShown(plainDecimal(value))

/** The same for what is kept, typed on or read by machines. */
export const plainDecimal = (value: number): string => String(Number(value.toPrecision(10)))

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

/** Decimals that show one step: 0.001 needs three, 0.0005 four. */
export const decimalsOfStep = (step: number): number =>
  Math.min(9, Math.max(0, Math.ceil(-Math.log10(Math.abs(step)) - 1e-9)))

/** Decimals that show a ten-thousandth of what a column of values spans. */
export function decimalsOfSpan(values: readonly number[]): number {
  const span = Math.max(...values) - Math.min(...values)
  return span > 0 ? Math.min(6, Math.max(0, 4 - Math.ceil(Math.log10(span)))) : 2
}

/** Below this a figure is written with a power of ten: its zeros would be counted wrong, and broken in a narrow column. */
const FEWEST_TENTHS = 1e-4

/** A figure of so many significant digits: `0.0171`, and `7.97·10⁻⁵` where it is very small. */
export function formatSignificant(value: number, digits: number): string {
  const rounded = Number(value.toPrecision(digits))
  if (rounded === 0 || Math.abs(rounded) >= FEWEST_TENTHS) return formatPlain(rounded)
  const [mantissa = '', exponent = ''] = rounded.toExponential().split('e')
  return `${formatPlain(Number(mantissa))}·10${exponent.replace(/[-\d]/g, (sign) => SUPERSCRIPTS[sign] ?? '')}`
}

const SUPERSCRIPTS: Readonly<Record<string, string>> = {
  '-': '⁻',
  ...Object.fromEntries([...'⁰¹²³⁴⁵⁶⁷⁸⁹'].map((digit, value) => [String(value), digit])),
}
