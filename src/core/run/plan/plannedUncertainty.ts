import { smallerLimit } from '../../analysis/judgedPoint'
import { fixedDecimal } from '../../format/formatNumber'
import { decimalsShown, stepDecimals } from '../judge/decimalsShown'
import { idealAtPoint, judgeReading, type RunBasis, targetInput } from '../judge/judgeSteps'
import type { UncertaintyBasis } from '../judge/ruledReading'
import { pointName } from './pointScale'

/** What the uncertainty will come to at a planned point, in ± % of output span. */
export type PlannedUncertainty = {
  readonly percent: number
  readonly point: string
  /** The smaller side of the error limit. */
  readonly limit: number
  readonly expandedUncertainty: number
  readonly standardUncertainty: number
  /** The largest U the site accepts, as a share of the limit. */
  readonly largestShare?: number | undefined
  /** So far within the error limit an error must keep to be accepted; 0 where the rule draws nothing in. */
  readonly guardBand: number
}

/** Decimals that add nothing to the resolution of a reference. */
const EXACT = 12

/**
 * The uncertainty to be expected at each planned point: as if an ideal instrument were read there with the digits its
 * references show. What is really read decides later.
 */
export function plannedUncertainty(run: RunBasis & UncertaintyBasis): PlannedUncertainty[] {
  const decimals = decimalsShown(run, [])
  return [...new Set(run.points.map(({ percent }) => percent))].map((percent) => {
    const own = stepDecimals({ percent }, {}, { world: run, decimals })
    const reading = {
      applied: fixedDecimal(targetInput(percent, run), EXACT),
      output: fixedDecimal(idealAtPoint(percent, run), run.outputReference ? EXACT : own.output),
    }
    const point = judgeReading({ percent, direction: 'rising', reading }, run)
    return {
      percent,
      point: pointName(percent, run.configuration),
      limit: smallerLimit(point),
      largestShare: run.largestUncertaintyShare,
      expandedUncertainty: point.expandedUncertaintyPercentSpan ?? 0,
      standardUncertainty: point.budget?.combinedStandardUncertainty ?? 0,
      guardBand: point.limitPercentSpan - (point.acceptancePercentSpan ?? point.limitPercentSpan),
    }
  })
}

/** The point where the limit is smallest against the uncertainty. */
export function tightestUncertainty(planned: readonly PlannedUncertainty[]): PlannedUncertainty | undefined {
  return planned.toSorted((a, b) => a.limit / a.expandedUncertainty - b.limit / b.expandedUncertainty)[0]
}
