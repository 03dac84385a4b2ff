import type { TransferCurve } from '../transfer/transfer'

/** What a fixed limit on the input side comes to on the output side, at one point. All in %. */
export type CarriedLimit = {
  readonly inputPercent: number
  readonly outputPercent: number
  /** Output per input at the point; null where the curve is vertical, as a bare root is at zero. */
  readonly slope: number | null
  /** Slope × limit: the usual first-order value; null with the slope. */
  readonly bySlope: number | null
  /** How far the output really moves for the limit upwards and downwards: larger than the slope says near zero. */
  readonly upwards: number
  readonly downwards: number
  /** The larger of both, as % of the output itself; null at zero output. */
  readonly percentOfOutput: number | null
}

/**
 * Carries a limit in % of input span to % of output span through a transfer.
 * Near zero flow a fixed limit in differential pressure explodes in flow: the slope of the root is 5/√x.
 *
 * @param limitPercent ± % of input span, above zero
 */
export function carryToOutput(inputPercent: number, limitPercent: number, curve: TransferCurve): CarriedLimit {
  const outputPercent = curve.forward(inputPercent)
  const slope = steepness(inputPercent, curve)
  const upwards = Math.abs(curve.forward(inputPercent + limitPercent) - outputPercent)
  const downwards = Math.abs(outputPercent - curve.forward(inputPercent - limitPercent))
  const larger = Math.max(upwards, downwards)
  return {
    inputPercent,
    outputPercent,
    slope,
    bySlope: slope === null ? null : Math.abs(slope) * limitPercent,
    upwards,
    downwards,
    percentOfOutput: outputPercent === 0 ? null : Math.abs(larger / outputPercent) * 100,
  }
}

/**
 * Carries a limit in % of output span back to % of input span.
 *
 * @returns null where the curve is flat (below a cut-off): no input error shows there at all
 */
export function carryToInput(inputPercent: number, limitPercent: number, curve: TransferCurve): number | null {
  const slope = steepness(inputPercent, curve)
  if (slope === null) return 0
  return slope === 0 ? null : limitPercent / Math.abs(slope)
}

/** The slope, or null where it has none: just above the foot of a bare root the curve stands upright. */
function steepness(inputPercent: number, curve: TransferCurve): number | null {
  const step = 1e-9
  const isUpright = (curve.forward(inputPercent + step) - curve.forward(inputPercent)) / step > 1e3
  return isUpright ? null : curve.slope(inputPercent)
}
