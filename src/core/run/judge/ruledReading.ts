import type { JudgedPoint, JudgingBasis } from '../../analysis/judgedPoint'
import type { Heads } from '../../pressure/lineHead'
import type { ReadingBudget } from '../../uncertainty/contribution'
import type { PressureKind } from '../../units/pressureKind'
import type { PressureUnit } from '../../units/pressureUnit'
import { type RuleOfRun, underRule } from '../plan/decisionRule'
import { referenceOfPoint, type ServedPoints } from '../plan/referenceOfPoint'
import type { InputReferenceFacts, Measurand, OutputReferenceFacts, ReadingFigures } from './comparisonFacts'
import { comparisonUncertainty } from './comparisonUncertainty'
import type { KnownScatter, RoundScatter } from './roundScatter'

/** What of a run's world the uncertainty of its readings follows from. */
export type UncertaintyBasis = ServedPoints<InputReferenceFacts> &
  Heads &
  RuleOfRun & {
    readonly statesUncertainty: true
    readonly inputUnit: PressureUnit
    readonly outputReference: OutputReferenceFacts | null
    readonly configuration: { readonly pressureKind?: PressureKind; readonly readability?: Readability | undefined }
    readonly environment?: { readonly ambientCelsius: string | null } | undefined
    /** Repeatability known from before or declared; what the round itself shows goes before it. */
    readonly repeatability?: KnownScatter | undefined
    readonly measurand?: Measurand | undefined
    /** Calendar date the work began on. */
    readonly day?: string | undefined
  }

/** How finely an instrument’s own dial or display is read: a division, and the fraction of it that is told. */
export type Readability = { readonly division: number; readonly fraction: number }

type RuledFacts = {
  readonly basis: JudgingBasis
  readonly run: UncertaintyBasis
  /** What the instrument did in the round the reading belongs to. */
  readonly scatter?: RoundScatter | undefined
}

/** The uncertainty of one reading as a budget, in % of output span. */
export function readingUncertainty(
  point: Pick<JudgedPoint, 'targetPercent' | 'cutOff'>,
  reading: ReadingFigures,
  { basis, run, scatter }: RuledFacts,
): ReadingBudget {
  const { pressureKind, readability } = run.configuration
  const ambient = run.environment?.ambientCelsius ?? null
  return comparisonUncertainty(reading, {
    basis,
    inputUnit: run.inputUnit,
    inputReference: referenceOfPoint(point.targetPercent, run),
    outputReference: run.outputReference,
    isBelowCutOff: point.cutOff === 'below',
    targetPercent: point.targetPercent,
    scatter,
    readableStep: readability && readability.division * readability.fraction,
    measurand: run.measurand,
    day: run.day,
    ambientCelsius: ambient === null ? null : Number(ambient),
    heads: { head: run.head, lowLeg: run.lowLeg },
    isAbsolute: pressureKind === 'absolute',
  })
}

/** A judged reading under the decision rule of its run, with its uncertainty. */
export function ruledReading(point: JudgedPoint, reading: ReadingFigures, facts: RuledFacts): JudgedPoint {
  const budget = readingUncertainty(point, reading, facts)
  return { ...underRule(point, facts.run, budget.expandedUncertainty), budget }
}
