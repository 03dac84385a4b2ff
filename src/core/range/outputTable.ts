import { type HostScale, hostShouldShow } from '../loop/hostCheck'
import { type OutputScale, outputAtPercent } from '../signal/signal'
import { type CalibratedRange, span } from '../transfer/calibratedRange'
import { inputAtPercent } from '../transfer/linearTransfer'
import { type Transfer, transferCurve } from '../transfer/transfer'

/** One line of an output table. */
export type OutputRow = {
  /** % of input span. */
  readonly percent: number
  readonly input: number
  readonly output: number
  readonly shown: number
}

/** Quarters of the span: how output tables are commonly written. Common practice, no source. */
export const QUARTERS = [0, 25, 50, 75, 100] as const

/**
 * What an instrument puts out and what the host shows at quarters of its input span.
 *
 * @throws {Refusal} for a range or a display without a span
 */
export function outputTable(
  given: {
    readonly range: CalibratedRange
    readonly scale: OutputScale
    readonly transfer: Transfer
    readonly display: HostScale
  },
  percents: readonly number[] = QUARTERS,
): OutputRow[] {
  const curve = transferCurve(given.transfer)
  span(given.range)
  return percents.map((percent) => {
    const outputPercent = curve.forward(percent)
    return {
      percent,
      input: inputAtPercent(percent, given.range),
      output: outputAtPercent(outputPercent, given.scale),
      shown: hostShouldShow(outputPercent, given.display),
    }
  })
}
