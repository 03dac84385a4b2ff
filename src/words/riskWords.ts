import { withDecimalMark } from '@/core/format/decimalMark'
import { decimalsOfTwoDigits, formatFixed } from '@/core/format/formatNumber'

/** Below it a risk is not told by its digits: the normal model behind it is no better. Ours, no source. */
const LEAST_TOLD_PERCENT = 0.1

/** A probability that an accepted point is outside in truth, as it is said. */
export function riskWords(probability: number): string {
  const percent = probability * 100
  return percent < LEAST_TOLD_PERCENT
    ? `less than ${withDecimalMark('0.1')} %`
    : `at most ${formatFixed(percent, decimalsOfTwoDigits(percent))} %`
}
