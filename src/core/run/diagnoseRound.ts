import type { JudgedPoint, JudgingBasis } from '../analysis/judgedPoint'
import { pointsAtSensor } from '../analysis/roundAnalysis'
import { type Diagnosis, diagnose } from '../diagnosis/diagnose'
import { usualScatter } from '../error/usualScatter'
import { percentOfOutput, SIGNALS } from '../signal/signal'
import { percentOfInput } from '../transfer/linearTransfer'
import { LINEAR } from '../transfer/transfer'
import { isOfReading } from './pointScale'

/** Fewer readings than this, or all at one point, say nothing of a cause. */
const FEWEST_READINGS = 3

/**
 * What the readings of a round point to. The scatter is taken as a tenth of the limit in the middle of the points, so
 * that a limit of reading, which is nothing at zero, does not make every reading there a fault.
 *
 * @returns null with too few readings, and over several decades: the causes are modelled in % of span, which says
 *   nothing of the lower decades
 */
export function diagnoseRound(points: readonly JudgedPoint[], basis: JudgingBasis): Diagnosis | null {
  if (points.length < FEWEST_READINGS || new Set(points.map(({ targetPercent }) => targetPercent)).size < 2) return null
  const limits = pointsAtSensor(points)
    .map(({ limitPercentSpan }) => limitPercentSpan)
    .toSorted((a, b) => a - b)
  const noisePercent = usualScatter(limits[Math.floor(limits.length / 2)] ?? 0)
  if (
    noisePercent === 0 ||
    isOfReading(
      basis,
      points.map(({ targetPercent }) => targetPercent),
    )
  )
    return null
  return diagnose(
    points.map(({ targetPercent, direction, appliedPercent, output, pv, ao }) => ({
      targetPercent,
      direction,
      appliedPercent,
      outputPercent: percentOfOutput(output, basis.scale),
      pvPercent: pv === undefined ? null : percentOfInput(pv, basis.range),
      aoPercent: ao === undefined ? null : percentOfOutput(ao, basis.scale),
      terminalVolts: null,
    })),
    {
      transfer: basis.transfer ?? LINEAR,
      unit: basis.range.unit,
      zeroPressurePercent: percentOfInput(0, basis.range),
      noisePercent,
      isCurrentLoop: basis.scale === SIGNALS['4-20mA'],
      wetLegPercent: null,
      minimumTerminalVolts: null,
    },
  )
}
