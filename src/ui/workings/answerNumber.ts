import { formatPlain } from '@/core/format/formatNumber'

/** Digits of a worked-out number: enough to check by hand, few enough to read. Percentages need fewer. */
const DIGITS = 6
const PERCENT_DIGITS = 4

/** A worked-out number: six significant digits, four of a percentage; remainders of binary arithmetic as zero. */
export function answerNumber(value: number, unit = ''): string {
  if (Math.abs(value) < 1e-12) return '0'
  return formatPlain(Number(value.toPrecision(unit.startsWith('%') ? PERCENT_DIGITS : DIGITS)))
}
