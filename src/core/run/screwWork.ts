import type { ScrewMove } from '../adjust/screwNotices'
import { adviseScrews, type ScrewAdvice } from '../adjust/twoScrews'
import type { JudgedPoint, JudgingBasis } from '../analysis/judgedPoint'
import { usualScatter } from '../error/usualScatter'
import { outputAtPercent, percentOfOutput } from '../signal/signal'

/** An adjustment as recorded, as far as the screws are concerned; outputs as decimal text. */
export type RecordedMove = {
  readonly kind: string
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
 * @returns null without readings at both ends
 */
export function screwWork(
  points: readonly JudgedPoint[],
  acts: readonly RecordedMove[],
  basis: JudgingBasis,
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
  const moves = acts.flatMap(({ kind, beforeOutput, afterOutput }): ScrewMove[] => {
    const screw = SCREW_OF_KIND[kind]
    if (!screw || beforeOutput === null || afterOutput === null) return []
    const error = (output: string) => percentOfOutput(Number(output), basis.scale) - errorAt[screw]
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
  return { advice, setTo, limitPercent, path: pathOf(start, moves, advice) }
}

type Ends = { readonly zeroError: number; readonly fullError: number }

/** Both errors after each move, the other end carried along by what is known of the interaction. */
export function pathOf(
  start: Ends,
  moves: readonly ScrewMove[],
  { interaction, zeroAtFull }: Pick<ScrewAdvice, 'interaction' | 'zeroAtFull'>,
): Ends[] {
  const path: Ends[] = [start]
  for (const { screw, errorBefore, errorAfter } of moves) {
    const last = path.at(-1) ?? start
    const move = errorAfter - errorBefore
    path.push(
      screw === 'zero'
        ? { zeroError: errorAfter, fullError: last.fullError + zeroAtFull.value * move }
        : { zeroError: last.zeroError + interaction.value * move, fullError: errorAfter },
    )
  }
  return path
}
