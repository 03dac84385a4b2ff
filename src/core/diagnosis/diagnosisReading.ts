import type { Direction } from '../analysis/judgedPoint'
import type { Transfer } from '../transfer/transfer'
import type { PressureUnit } from '../units/pressureUnit'

/**
 * One reading with everything that was read at it, in % of the register's span. `pvPercent` is % of input span,
 * `aoPercent` and `outputPercent` % of output span; what was not read is null.
 */
export type DiagnosisReading = {
  readonly targetPercent: number
  readonly direction: Direction
  readonly appliedPercent: number
  readonly pvPercent: number | null
  readonly aoPercent: number | null
  /** Meter in the loop, or the display of a gauge. */
  readonly outputPercent: number | null
  readonly terminalVolts: number | null
}

/** What is known beside the readings. */
export type DiagnosisContext = {
  /** The transfer of the register. */
  readonly transfer: Transfer
  /** Unit of the register's range: decides which mix-ups are possible. */
  readonly unit: PressureUnit
  /** Where zero pressure lies, % of input span: 0 for a range from zero. */
  readonly zeroPressurePercent: number
  /** Standard deviation of a reading, % of span. A tenth of the error limit is a fair value when nothing is known. */
  readonly noisePercent: number
  /** Whether the output is a 4–20 mA current, to which NE 43 applies. */
  readonly isCurrentLoop: boolean
  /** Head of the wet leg, % of span, as it would shift the output if lost; null for no wet leg, or unknown. */
  readonly wetLegPercent: number | null
  /** Volts the instrument needs, from its nameplate; null when unknown. */
  readonly minimumTerminalVolts: number | null
}
