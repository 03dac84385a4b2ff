import { percentOfOutput } from '../signal/signal'
import { percentOfInput } from '../transfer/linearTransfer'
import type { JudgedPoint, JudgingBasis } from './judgedPoint'

/** What each stage of a digital transmitter adds to the error, % of span. */
export type StageErrors = {
  /** PV less what was applied: the sensor. */
  readonly sensorPercentSpan: number
  /** What the meter reads less AO: the output. */
  readonly outputPercentSpan: number
}

/**
 * The errors of both stages of a point. PV wrong but AO equal to the meter is the sensor, PV right but meter unlike AO
 * the output: common practice, no source.
 *
 * @returns null where PV and AO were not read
 */
export function stageErrors(
  { pv, ao, output, appliedPercent }: Pick<JudgedPoint, 'pv' | 'ao' | 'output' | 'appliedPercent'>,
  { range, scale }: Pick<JudgingBasis, 'range' | 'scale'>,
): StageErrors | null {
  if (pv === undefined || ao === undefined) return null
  return {
    sensorPercentSpan: percentOfInput(pv, range) - appliedPercent,
    outputPercentSpan: percentOfOutput(output, scale) - percentOfOutput(ao, scale),
  }
}
