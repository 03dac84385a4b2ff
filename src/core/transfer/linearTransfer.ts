import type { OutputScale } from '../signal/signal'
import { outputAtPercent, percentOfOutput } from '../signal/signal'
import { type CalibratedRange, span } from './calibratedRange'

/**
 * Linear transfer: the output is in proportion to the input between LRV and URV, and goes on beyond both.
 *
 * @param input in the unit of the range
 * @returns the ideal output in the unit of the scale
 * @throws {Refusal} when LRV equals URV
 */
export const idealOutput = (input: number, range: CalibratedRange, scale: OutputScale): number =>
  outputAtPercent(percentOfInput(input, range), scale)

/** Percentage of input span of an input: 0 % at LRV, 100 % at URV, also where URV is below LRV. */
export const percentOfInput = (input: number, range: CalibratedRange): number =>
  ((input - range.lrv) / span(range)) * 100

/** Input at a percentage of input span: the nominal test point. */
export const inputAtPercent = (percent: number, range: CalibratedRange): number =>
  range.lrv + (percent / 100) * span(range)

/** The input that would give this output from an ideal instrument, in the unit of the range. */
export const inputForOutput = (output: number, range: CalibratedRange, scale: OutputScale): number =>
  inputAtPercent(percentOfOutput(output, scale), range)
