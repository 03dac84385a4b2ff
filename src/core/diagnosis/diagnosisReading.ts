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
  /** When it was taken, counted from the first; the order alone counts where it is left out. */
  readonly minutes?: number | undefined
  /** It was taken once more, after everything stood still. */
  readonly isWaitedFor?: boolean | undefined
}

/** What is known beside the readings. */
export type DiagnosisContext = {
  /** The transfer of the register. */
  readonly transfer: Transfer
  /** Unit of the register's range: decides which mix-ups are possible. */
  readonly unit: PressureUnit
  /** Where zero pressure lies, % of input span: 0 for a range from zero. */
  readonly zeroPressurePercent: number
  /** Standard deviation of a reading, % of span: from its uncertainty and the instrument's own repeatability. */
  readonly noisePercent: number
  /** ± error limit, % of input span: what a healthy instrument may be off by, and the scale of its faults. */
  readonly limitPercent: number
  /** Whether the output is a 4–20 mA current. */
  readonly isCurrentLoop: boolean
  /** Whether NE 43 holds for it: digital transmitters signal a failure so; an analogue one may rest anywhere. */
  readonly hasFailureLevels: boolean
  /** What the output shows where nothing drives it at all, % of output span: −25 of a live zero; null where 0 % is nothing too. */
  readonly deadPercent?: number | null | undefined
  /** Whether its range can be set at all: a dial or a gauge has it printed. */
  readonly isRangeable?: boolean | undefined
  /** What the sensor can do, % of input span: beyond it PV stands still. */
  readonly sensorLimits?: { readonly low: number; readonly high: number } | undefined
  /** Pressure of the air, % of input span, of an instrument that may be gauge or absolute; left out for a difference. */
  readonly airPercent?: number | undefined
  /** Whether two pressure connections could have been exchanged. */
  readonly hasTwoSides?: boolean
  /** Whether it stands on a filled leg. */
  readonly hasWetLeg?: boolean
  /** Head of the wet leg, % of span, as it would shift the output if lost; null for no wet leg, or unknown. */
  readonly wetLegPercent: number | null
  /** Volts the instrument needs, from its nameplate; null when unknown. */
  readonly minimumTerminalVolts: number | null
}
