import type { JudgingBasis } from '../../analysis/judgedPoint'
import type { ReferenceReach } from '../../conformity/accuracyRatio'
import type { ErrorLimit } from '../../error/errorLimit'
import type { PressureUnit } from '../../units/pressureUnit'
import type { LineHead } from '../plan/lineHead'
import type { RoundScatter } from './roundScatter'

/** What a reference is known by beyond its accuracy, as far as somebody has declared it. */
export type ReferenceKnowledge = {
  readonly code: string
  readonly calibratedOn: string
  readonly certificate: string
  /** Expanded uncertainty of its certificate with its k; it then stands in the place of the accuracy. */
  readonly certified?: { readonly uncertainty: ErrorLimit; readonly coverageFactor: number } | undefined
  readonly driftPerYear?: ErrorLimit | undefined
  /** How it shows its pressure: a liquid column reads off as its liquid is warmer or colder than its scale is made for. */
  readonly principle?: string | undefined
  /** What it is off by for each kelvin outside the band of its accuracy. */
  readonly temperature?:
    | { readonly perKelvin: ErrorLimit; readonly lowCelsius: number; readonly highCelsius: number }
    | undefined
}

/** The reference that gives the pressure. */
export type InputReferenceFacts = ReferenceReach &
  Partial<ReferenceKnowledge> & { readonly id: string; readonly resolution: number }

/** What reads the output: an electrical meter, or a pressure reference on a pneumatic output. */
export type OutputReferenceFacts = Partial<ReferenceKnowledge> & {
  readonly id?: string
  readonly unit: string
  readonly rangeLow: number
  readonly rangeHigh: number
  readonly accuracy: ErrorLimit
  readonly resolution: number
}

/** One reading as it was read. Applied in `inputUnit`, output in the unit of the scale. */
export type ReadingFigures = { readonly applied: string; readonly output: string }

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
  /** Calendar date of the work, from which the drift of a reference counts. */
  readonly day?: string | undefined
  readonly ambientCelsius?: number | null | undefined
  readonly head?: LineHead | undefined
  /** Whether the instrument measures absolute pressure; a gas in the line is as dense as that. */
  readonly isAbsolute?: boolean
}
