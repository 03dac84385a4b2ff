import type { JudgingBasis } from '../../analysis/judgedPoint'
import type { ReferenceReach } from '../../conformity/accuracyRatio'
import type { Heads } from '../../pressure/lineHead'
import type { ReferenceKnowledge, UncertainReference } from '../../reference/referenceParts'
import type { PressureUnit } from '../../units/pressureUnit'
import type { RoundScatter } from './roundScatter'

/**
 * What is stated at a point: the error each way apart, where the way up and the way down have their own, and hysteresis
 * shows in the errors themselves. Runs begun before this was asked have none: there half of the loop, and of what zero did
 * not come back, counted in U beside them, twice over.
 */
export type Measurand = 'each-way'

/** The reference that gives the pressure. */
export type InputReferenceFacts = ReferenceReach &
  Partial<ReferenceKnowledge> & { readonly id: string; readonly resolution: number }

/** What reads the output: an electrical meter, or a pressure reference on a pneumatic output. */
export type OutputReferenceFacts = UncertainReference & {
  readonly id?: string
  readonly resolution: number
}

/** One reading as it was read. Applied in `inputUnit`, output in the unit of the scale. */
export type ReadingFigures = {
  readonly applied: string
  readonly output: string
  /** How it was taken; what the mean of several is uncertain by goes into the budget. */
  readonly taking?: ReadingTakingFacts | undefined
}

/** Spreads are standard deviations of the single readings, in the unit of each. */
export type ReadingTakingFacts =
  | { readonly way: 'linked' }
  | {
      readonly way: 'automatic'
      readonly readings: number
      readonly appliedSpread: string
      readonly outputSpread: string
    }

export type ComparisonFacts = {
  readonly basis: JudgingBasis
  readonly inputUnit: PressureUnit
  readonly inputReference: InputReferenceFacts
  /** Null where the instrument’s own display is the output. */
  readonly outputReference: OutputReferenceFacts | null
  /** Below a low-flow cut-off nothing of the input shows at the output. */
  readonly isBelowCutOff: boolean
  /** The smallest step that can be read on the instrument itself, in the unit of its range, as the register declares. */
  readonly readableStep?: number | undefined
  /** What the instrument did in this round; left out where no round has begun. */
  readonly scatter?: RoundScatter | undefined
  readonly targetPercent?: number
  /** What the errors are stated of; see {@link Measurand}. */
  readonly measurand?: Measurand | undefined
  /** Calendar date of the work, from which the drift of a reference counts. */
  readonly day?: string | undefined
  readonly ambientCelsius?: number | null | undefined
  readonly heads?: Heads | undefined
  /** Whether the instrument measures absolute pressure; a gas in the line is as dense as that. */
  readonly isAbsolute?: boolean
}
