import { milliampOfPercent, percentOfMilliamp } from '../../core/signal/currentLoop'
import type { OutputModel } from './instrumentModel'

/** What a current is held to at both ends. */
export function clampedPercent(
  { saturationLowMilliamp: low, saturationHighMilliamp: high }: OutputModel,
  percent: number,
): number {
  return percentOfMilliamp(Math.min(high, Math.max(low, milliampOfPercent(percent))))
}

/** The output stage: gain, offset, saturation, failure, and what the supply can push through the loop. */
export function drive(output: OutputModel, percent: number): { percent: number; volts: number } {
  const wanted =
    output.failureMilliamp ?? milliampOfPercent(clampedPercent(output, percent)) * output.gain + output.offsetMilliamp
  const most = ((output.supplyVolts - output.minimumVolts) / output.loopOhm) * 1000
  const milliamp = Math.max(0, Math.min(wanted, most))
  return { percent: percentOfMilliamp(milliamp), volts: output.supplyVolts - (milliamp / 1000) * output.loopOhm }
}
