import { afterScrewMove, type Ends } from '../../adjust/otherEnd'
import type { ScrewMove } from '../../adjust/screwNotices'
import { adviseScrews, type ScrewAdvice } from '../../adjust/twoScrews'
import type { JudgedPoint, JudgingBasis } from '../../analysis/judgedPoint'
import { usualScatter } from '../../error/usualScatter'
import { formatFixed } from '../../format/formatNumber'
import { SHOWN_PERCENT } from '../../signal/ne43'
import { outputAtPercent, percentOfOutput } from '../../signal/signal'
import { percentOfInput } from '../../transfer/linearTransfer'

/** An adjustment as recorded, as far as the screws are concerned; outputs as decimal text. */
export type RecordedMove = {
  readonly kind: string
  /** What was really applied, in the run’s input unit; null where nobody noted it. */
  readonly applied?: string | null
  readonly beforeOutput: string | null
  readonly afterOutput: string | null
}

/** The work on two screws so far: where to turn next, and the path of both errors, % of span. */
export type ScrewWork = {
  readonly advice: ScrewAdvice
  /** The reading to set at the next end, in the unit of the output. */
  readonly setTo: number
  readonly limitPercent: number
  readonly path: readonly { readonly zeroError: number; readonly fullError: number }[]
}

const SCREW_OF_KIND: Record<string, 'zero' | 'span'> = { 'zero-screw': 'zero', 'span-screw': 'span' }

/**
 * Reads the screw work of a run off its last readings and the acts recorded since. The zero screw is set at the lowest
 * test point, the span screw at the highest.
 *
 * @param inRange what was applied where the reference showed a value, in the unit of the range
 * @returns null without readings at both ends
 */
export function screwWork(
  points: readonly JudgedPoint[],
  acts: readonly RecordedMove[],
  { basis, inRange }: { readonly basis: JudgingBasis; readonly inRange: (shown: number) => number },
): ScrewWork | null {
  const inOrder = points.toSorted((a, b) => a.targetPercent - b.targetPercent)
  const [low, high] = [inOrder[0], inOrder.at(-1)]
  if (!low || !high || low.targetPercent === high.targetPercent) return null
  // Where there is an adjust limit, that is where one wants to come home to.
  const limitOf = ({ adjustLimitPercentSpan, limitPercentSpan }: JudgedPoint) =>
    adjustLimitPercentSpan ?? limitPercentSpan
  const limitPercent = Math.min(limitOf(low), limitOf(high)) || limitOf(high)
  const start = { zeroError: low.errorPercentSpan, fullError: high.errorPercentSpan }
  const errorAt = { zero: low.targetPercent, span: high.targetPercent }
  const moves = acts.flatMap(({ kind, applied, beforeOutput, afterOutput }): ScrewMove[] => {
    const screw = SCREW_OF_KIND[kind]
    if (!screw || beforeOutput === null || afterOutput === null) return []
    // Applied, not nominal: the pump never stops exactly on the point.
    const ideal =
      applied === null || applied === undefined ? errorAt[screw] : percentOfInput(inRange(Number(applied)), basis.range)
    const error = (output: string) => percentOfOutput(Number(output), basis.scale) - ideal
    return [{ screw, errorBefore: error(beforeOutput), errorAfter: error(afterOutput), turns: null }]
  })
  const advice = adviseScrews({
    ...start,
    moves,
    zeroReadNow: null,
    fullReadNow: null,
    limit: limitPercent,
    noise: usualScatter(limitPercent),
  })
  const setTo = outputAtPercent(errorAt[advice.nextScrew] + advice.aimPercent, basis.scale)
  return {
    advice: withinSignal(advice, errorAt[advice.nextScrew], setTo, basis),
    setTo,
    limitPercent,
    path: pathOf(start, moves, advice),
  }
}

/** An aim that the signal cannot show is said to be one. */
function withinSignal(advice: ScrewAdvice, atPercent: number, setTo: number, { scale }: JudgingBasis): ScrewAdvice {
  const aim = atPercent + advice.aimPercent
  if (aim >= SHOWN_PERCENT.low && aim <= SHOWN_PERCENT.high) return advice
  const says = `the aim of ${formatFixed(setTo, scale.decimals)} ${scale.unit} lies beyond what the signal can show: go as far as it shows, then work on the other end`
  return { ...advice, notices: [...advice.notices, { kind: 'beyond the signal', screw: advice.nextScrew, says }] }
}

/** Both errors after each move, the other end carried along by what is known of the interaction. */
export function pathOf(
  start: Ends,
  moves: readonly ScrewMove[],
  advice: Pick<ScrewAdvice, 'interaction' | 'zeroAtFull'>,
): Ends[] {
  const coupling = { interaction: advice.interaction.value, zeroAtFull: advice.zeroAtFull.value }
  const path: Ends[] = [start]
  for (const move of moves) path.push(afterScrewMove(path.at(-1) ?? start, move, coupling))
  return path
}
