import type { JudgedPoint } from '../../analysis/judgedPoint'
import { flowOfZeroShiftPercent } from '../../flow/rootOfDifference'
import { percentOfOutput } from '../../signal/signal'
import { squarePercent } from '../../transfer/transfer'
import { judgingBasis, type RunBasis } from '../judge/judgeSteps'

/** What an instrument shows as flow where nothing flows. All in %. */
export type FlowAtRest = {
  /** % of full flow. */
  readonly flowPercent: number
  /** The shift of the zero behind it, % of the span of the difference. */
  readonly shiftPercent: number
  /** Below it a flow is not shown, % of full flow; 0 where there is none. */
  readonly cutOffPercent: number
}

/** So near to no difference a point is taken at rest, % of span. Ours, no source. */
const AT_REST_PERCENT = 0.05
/** A flow of less than this at rest is not made a matter of. Ours, no source. */
const LEAST_FLOW_PERCENT = 1

/**
 * A shift of the zero that shows as flow: a root makes 0.04 % of span 2 % of flow (ISO 5167-1: flow goes with the root
 * of the difference). Taken from the largest reading at rest; only where it lies above the cut-off and above what the
 * comparison itself is uncertain by.
 *
 * @returns null where no root is taken, nothing was read at rest, or nothing shows
 */
export function flowAtRest(
  points: readonly JudgedPoint[],
  world: RunBasis & { readonly configuration: { readonly hostRoot?: true | undefined } },
): FlowAtRest | null {
  const { transfer, hostRoot } = world.configuration
  const isRooted = transfer !== undefined && transfer.kind !== 'linear' && transfer.kind !== 'table'
  if (!isRooted && !hostRoot) return null
  const { scale } = judgingBasis(world)
  const found = points
    .filter(({ appliedPercent }) => Math.abs(appliedPercent) <= AT_REST_PERCENT)
    .map((point): FlowAtRest & { readonly isSure: boolean } => {
      const shown = percentOfOutput(point.output, scale)
      const doubt = point.expandedUncertaintyPercentSpan ?? 0
      if (isRooted && 'cutOffPercent' in transfer)
        return {
          flowPercent: shown,
          shiftPercent: squarePercent(shown),
          cutOffPercent: transfer.cutOffPercent,
          // Through the root the comparison knows nothing finely: what it is uncertain by is a flow too.
          isSure: shown > doubt,
        }
      // Of what is applied a little acts itself: the shift is what is shown beyond it.
      const shift = shown - point.appliedPercent
      return {
        flowPercent: flowOfZeroShiftPercent(shift),
        shiftPercent: shift,
        cutOffPercent: 0,
        isSure: shift > doubt,
      }
    })
    .toSorted((a, b) => b.flowPercent - a.flowPercent)[0]
  if (!found) return null
  const { isSure, ...rest } = found
  return isSure && rest.flowPercent > Math.max(rest.cutOffPercent, LEAST_FLOW_PERCENT) ? rest : null
}
