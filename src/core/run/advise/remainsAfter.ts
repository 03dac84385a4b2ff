import { ACTS, type AdjustmentKind } from '../../adjust/adjustmentKind'
import type { JudgingBasis } from '../../analysis/judgedPoint'
import { percentOfOutput } from '../../signal/signal'
import { percentOfInput } from '../../transfer/linearTransfer'
import { LINEAR, transferCurve } from '../../transfer/transfer'

/** An act of adjustment as recorded, figures as decimal text. */
export type RecordedAct = {
  readonly kind: AdjustmentKind
  readonly applied: string | null
  readonly afterOutput: string | null
  /** In the unit of the range. */
  readonly afterPv?: string | undefined
}

/**
 * What error an act left where it was done, in % of output span. A screw and a sensor trim are measured against the
 * pressure that was applied, a trim of the sensor by PV where that was noted; an output trim against the end of the
 * signal it was done at, 4 or 20 mA.
 *
 * @param inRange what was applied where the reference showed a value, in the unit of the range
 * @returns null where the figures for it were not entered
 */
export function remainsAfter(
  { kind, applied, afterOutput, afterPv }: RecordedAct,
  { basis, inRange }: { readonly basis: JudgingBasis; readonly inRange: (shown: number) => number },
): number | null {
  if (afterPv !== undefined && applied !== null) {
    const percentOf = (value: number) => percentOfInput(value, basis.range)
    return percentOf(Number(afterPv)) - percentOf(inRange(Number(applied)))
  }
  if (afterOutput === null) return null
  const percent = percentOfOutput(Number(afterOutput), basis.scale)
  if (ACTS[kind].belongsAt === 'ends of the output') return percent < 50 ? percent : percent - 100
  if (applied === null) return null
  const input = inRange(Number(applied))
  return percent - transferCurve(basis.transfer ?? LINEAR).forward(percentOfInput(input, basis.range))
}
