import type { OutputModel } from './instrumentModel'

/** Current at a percentage of a 4–20 mA span. */
export const milliampOf = (percent: number) => 4 + 0.16 * percent
const percentOf = (milliamp: number) => (milliamp - 4) / 0.16

/** What a current is held to at both ends. */
export function clampedPercent(
  { saturationLowMilliamp: low, saturationHighMilliamp: high }: OutputModel,
  percent: number,
): number {
  return percentOf(Math.min(high, Math.max(low, milliampOf(percent))))
}

/** The output stage: gain, offset, saturation, failure, and what the supply can push through the loop. */
export function drive(output: OutputModel, percent: number): { percent: number; volts: number } {
  const wanted =
    output.failureMilliamp ?? milliampOf(clampedPercent(output, percent)) * output.gain + output.offsetMilliamp
  const most = ((output.supplyVolts - output.minimumVolts) / output.loopOhm) * 1000
  const milliamp = Math.max(0, Math.min(wanted, most))
  return { percent: percentOf(milliamp), volts: output.supplyVolts - (milliamp / 1000) * output.loopOhm }
}
