import { exceeds } from '../../error/verdict'
import { formatFixed } from '../../format/formatNumber'
import { judgingBasis, type RunBasis } from './judgeSteps'

/**
 * Whether an output moved by more than the plan allows while its point was held; in words, or null where it stood, or
 * where the plan does not ask.
 *
 * @param before the output when it was first looked at; null where it was looked at once only
 */
export function movedBeyond(
  before: number | null,
  now: number,
  run: RunBasis & { readonly stabilityPercent?: number | undefined },
): string | null {
  if (before === null || run.stabilityPercent === undefined) return null
  const { scale } = judgingBasis(run)
  const window = (run.stabilityPercent / 100) * Math.abs(scale.upper - scale.lower)
  const moved = Math.abs(now - before)
  if (!exceeds(moved, window)) return null
  const decimals = scale.decimals + 1
  return `it moved by ${formatFixed(moved, decimals)} ${scale.unit}, more than ±${formatFixed(window, decimals)}`
}
