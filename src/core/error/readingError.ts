import { type OutputScale, outputAtPercent } from '../signal/signal'

/** One point of a check: what was applied (unit of the range) and what the instrument gave (unit of the scale). */
export type AppliedAndOutput = { readonly applied: number; readonly output: number }

/** The error of one reading, three ways, with the ideal it was taken from. */
export type ReadingError = OutputError & {
  /**
   * The input error that would give this output: what the process value is wrong by, in the unit of the range. Null
   * where no input gives it, as below the cut-off of a root.
   */
  readonly errorInput: number | null
}

/** The error on the side of the output. */
export type OutputError = {
  readonly idealOutput: number
  /** Output − ideal output, in output units. */
  readonly errorOutput: number
  /** The same in % of output span. */
  readonly errorPercentSpan: number
}

/**
 * Error of a reading: output − ideal output, the ideal worked out from the input *actually applied*, not from the
 * nominal point.
 *
 * Source: IEC 61298-2 and ISA-51.1, "error" (from memory).
 *
 * @param idealPercent ideal output for the input applied, % of output span
 */
export function errorFromIdeal(output: number, idealPercent: number, scale: OutputScale): OutputError {
  const idealOutput = outputAtPercent(idealPercent, scale)
  const errorOutput = output - idealOutput
  return { idealOutput, errorOutput, errorPercentSpan: (errorOutput / Math.abs(scale.upper - scale.lower)) * 100 }
}
