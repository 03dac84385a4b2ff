import { liesBelow, squarePercent, type Transfer, transferCurve, withoutDrop } from '../transfer/transfer'
import { carryToOutput } from './carriedLimit'
import { exceeds } from './verdict'

/**
 * What one output may be at an applied input, when the transfer is not a straight line. Several where the instrument may
 * rightly do one thing or the other. All in %.
 */
export type OutputExpectation = {
  readonly idealPercent: number
  /** ± % of output span. */
  readonly limitPercent: number
  readonly adjustLimitPercent: number | null
}

/** Limits on the input side, ± % of input span. */
export type InputLimits = { readonly limitPercent: number; readonly adjustLimitPercent: number | null }

/** Where a point lies against the low-flow cut-off; `at`: within the error limit of it, so that either side is right. */
export type CutOffPlace = 'above' | 'at' | 'below'

/**
 * The expectations at one input. A limit is one of the pressure that is measured, and is carried through the transfer to
 * the output: near zero flow a small error in differential pressure is a large one in flow, and that is the physics, not
 * the instrument.
 *
 * Below the cut-off of a root that drops to zero nothing of the input shows, so no carried limit means anything there:
 * the output is to be 0 %, within the limit taken as % of output span. Within the limit of the cut-off itself the
 * instrument may rightly be on either side of it. The rules are ours; that the cut-off is judged apart is common
 * practice, no source.
 */
export function outputExpectations(
  inputPercent: number,
  limits: InputLimits,
  transfer: Transfer,
): { place: CutOffPlace; expectations: OutputExpectation[] } {
  const place = cutOffPlace(inputPercent, limits.limitPercent, transfer)
  const dropped: OutputExpectation = { idealPercent: 0, ...limits }
  if (place === 'below') return { place, expectations: [dropped] }
  // Above its cut-off a root is judged as the root: the drop is not part of its limit.
  const carried = carriedExpectation(inputPercent, limits, withoutDrop(transfer))
  return { place, expectations: place === 'at' ? [carried, dropped] : [carried] }
}

/** Where an input lies against the cut-off of a root that drops to zero; always above where there is none. */
export function cutOffPlace(inputPercent: number, limitPercent: number, transfer: Transfer): CutOffPlace {
  if (transfer.kind !== 'root-to-zero' || transfer.cutOffPercent === 0) return 'above'
  const cutOffInput = squarePercent(transfer.cutOffPercent)
  if (!exceeds(Math.abs(inputPercent - cutOffInput), limitPercent)) return 'at'
  return liesBelow(inputPercent, cutOffInput) ? 'below' : 'above'
}

function carriedExpectation(inputPercent: number, limits: InputLimits, transfer: Transfer): OutputExpectation {
  const curve = transferCurve(transfer)
  const carry = (limit: number) => {
    const { upwards, downwards } = carryToOutput(inputPercent, limit, curve)
    return Math.max(upwards, downwards)
  }
  return {
    idealPercent: curve.forward(inputPercent),
    limitPercent: carry(limits.limitPercent),
    adjustLimitPercent: limits.adjustLimitPercent === null ? null : carry(limits.adjustLimitPercent),
  }
}
