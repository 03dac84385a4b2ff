import type { OutputScale } from '../signal/signal'
import type { CalibratedRange } from '../transfer/calibratedRange'
import { idealOutput, inputForOutput } from '../transfer/linearTransfer'

/** One point of a check: what was applied (unit of the range) and what the instrument gave (unit of the scale). */
export type AppliedAndOutput = { readonly applied: number; readonly output: number }

/** The error of one reading, three ways, with the ideal it was taken from. */
export type ReadingError = {
  readonly idealOutput: number
  /** Output − ideal output, in output units. */
  readonly errorOutput: number
  /** The same in % of output span. */
  readonly errorPercentSpan: number
  /** The input error that would give this output: what the process value is wrong by, in the unit of the range. */
  readonly errorInput: number
}

/**
 * Error of a reading: output − ideal output, the ideal worked out from the input *actually applied*, not from the
 * nominal point.
 *
 * Source: IEC 61298-2 and ISA-51.1, "error" (from memory).
 *
 * @throws {Refusal} when the range has no span
 */
export function readingError(reading: AppliedAndOutput, range: CalibratedRange, scale: OutputScale): ReadingError {
  const ideal = idealOutput(reading.applied, range, scale)
  const errorOutput = reading.output - ideal
  return {
    idealOutput: ideal,
    errorOutput,
    errorPercentSpan: (errorOutput / Math.abs(scale.upper - scale.lower)) * 100,
    errorInput: inputForOutput(reading.output, range, scale) - reading.applied,
  }
}
