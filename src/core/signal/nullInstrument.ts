import { decimalsOfStep } from '../format/formatNumber'
import { decimalsOf } from '../units/decimalText'
import { type OutputScale, outputAtPercent } from './signal'

/**
 * The output that a null instrument stands for: it was set to a nominal and shows how far off the output is, both % of
 * the output span. Given to one digit more than the departure was read to, in the unit of the signal.
 *
 * @param nominal and deflection decimal text
 */
export function outputOfNull(nominal: string, deflection: string, scale: OutputScale): string {
  const percentStep = 10 ** -decimalsOf(deflection)
  const step = (percentStep * (scale.upper - scale.lower)) / 100
  return outputAtPercent(Number(nominal) + Number(deflection), scale).toFixed(decimalsOfStep(step / 10))
}
