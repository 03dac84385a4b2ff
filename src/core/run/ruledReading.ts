import type { JudgedPoint, JudgingBasis } from '../analysis/judgedPoint'
import type { Budget } from '../uncertainty/budget'
import type { PressureUnit } from '../units/pressureUnit'
import {
  comparisonUncertainty,
  type InputReferenceFacts,
  type OutputReferenceFacts,
  type ReadingFigures,
} from './comparisonUncertainty'
import { type RunRule, underRule } from './decisionRule'
import { referenceOfPoint, type ServedPoints } from './referenceOfPoint'

/** What of a run's world the uncertainty of its readings follows from. */
export type UncertaintyBasis = ServedPoints<InputReferenceFacts> & {
  readonly statesUncertainty: true
  readonly inputUnit: PressureUnit
  readonly outputReference: OutputReferenceFacts | null
  readonly decisionRule: RunRule
}

/** The uncertainty of one reading as a budget, in % of output span. */
export function readingUncertainty(
  point: Pick<JudgedPoint, 'targetPercent' | 'cutOff'>,
  reading: ReadingFigures,
  { basis, run }: { readonly basis: JudgingBasis; readonly run: UncertaintyBasis },
): Budget {
  return comparisonUncertainty(reading, {
    basis,
    inputUnit: run.inputUnit,
    inputReference: referenceOfPoint(point.targetPercent, run),
    outputReference: run.outputReference,
    isBelowCutOff: point.cutOff === 'below',
  })
}

/** A judged reading under the decision rule of its run, with its uncertainty. */
export function ruledReading(
  point: JudgedPoint,
  reading: ReadingFigures,
  facts: { readonly basis: JudgingBasis; readonly run: UncertaintyBasis },
): JudgedPoint {
  return underRule(point, facts.run.decisionRule, readingUncertainty(point, reading, facts).expandedUncertainty)
}
