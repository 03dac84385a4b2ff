import type { JudgingBasis } from '../analysis/judgedPoint'
import { type ReferenceReach, referenceAccuracyInput } from '../conformity/accuracyRatio'
import { meterAccuracy } from '../conformity/meterAccuracy'
import { carryToOutput } from '../error/carriedLimit'
import type { ErrorLimit } from '../error/errorLimit'
import type { OutputScale } from '../signal/signal'
import { span } from '../transfer/calibratedRange'
import { percentOfInput } from '../transfer/linearTransfer'
import { LINEAR, transferCurve, withoutDrop } from '../transfer/transfer'
import { type Budget, type BudgetInput, uncertaintyBudget } from '../uncertainty/budget'
import { convertPressure, PRESSURE_UNIT_IDS, type PressureUnit } from '../units/pressureUnit'

/** The reference that gives the pressure. */
export type InputReferenceFacts = ReferenceReach & { readonly id: string; readonly resolution: number }

/** What reads the output: an electrical meter, or a pressure reference on a pneumatic output. */
export type OutputReferenceFacts = {
  readonly unit: string
  readonly rangeLow: number
  readonly rangeHigh: number
  readonly accuracy: ErrorLimit
  readonly resolution: number
}

/** One reading as it was read, its digits being the resolution. Applied in `inputUnit`. */
export type ReadingFigures = { readonly applied: string; readonly output: string }

export type ComparisonFacts = {
  readonly basis: JudgingBasis
  readonly inputUnit: PressureUnit
  readonly inputReference: InputReferenceFacts
  /** Null where the instrument’s own display is the output. */
  readonly outputReference: OutputReferenceFacts | null
  /** Below a low-flow cut-off nothing of the input shows at the output. */
  readonly isBelowCutOff: boolean
}

/** Coverage of the expanded uncertainty, which gives k = 2. Source: JCGM 100:2008, G.6.6; ILAC-G8:09/2019. */
const COVERAGE = 0.9545

/**
 * Uncertainty of one comparison, in % of output span, as a budget: accuracy and resolution of the reference that gives
 * the pressure, accuracy of what reads the output, resolution of the output as it was read. Accuracies and resolutions
 * are taken as half-widths of rectangular distributions, u = a/√3. Sources: JCGM 100:2008, 4.3.7 and F.2.2.1.
 *
 * The pressure’s part is carried to the output as the error limit is: by how far the output really moves.
 *
 * @throws {Refusal} when nothing is uncertain
 */
export function comparisonUncertainty(reading: ReadingFigures, facts: ComparisonFacts): Budget {
  return uncertaintyBudget([...inputLines(reading, facts), ...outputLines(reading, facts)], COVERAGE)
}

const rectangular = (name: string, halfWidth: number): BudgetInput => ({
  name,
  standardUncertainty: Math.abs(halfWidth) / Math.sqrt(3),
  sensitivity: 1,
  degrees: null,
})

function inputLines({ applied }: ReadingFigures, facts: ComparisonFacts): BudgetInput[] {
  const { basis, inputUnit, inputReference, isBelowCutOff } = facts
  if (isBelowCutOff) return []
  const inRange = (value: number) => convertPressure(value, inputUnit, basis.range.unit)
  const at = inRange(Number(applied))
  const transfer = withoutDrop(basis.transfer ?? LINEAR)
  const curve = transferCurve(transfer)
  const carried = (halfWidth: number) => {
    const percent = Math.abs(halfWidth / span(basis.range)) * 100
    if (transfer.kind === 'linear') return percent
    const { upwards, downwards } = carryToOutput(percentOfInput(at, basis.range), percent, curve)
    return Math.max(upwards, downwards)
  }
  const step = Math.max(
    stepOf(applied),
    Math.abs(convertPressure(inputReference.resolution, inputReference.unit, inputUnit)),
  )
  return [
    rectangular('accuracy of the reference', carried(referenceAccuracyInput(at, basis.range.unit, inputReference))),
    rectangular('resolution of the reference', carried(inRange(step / 2))),
  ]
}

function outputLines({ output }: ReadingFigures, { basis, outputReference }: ComparisonFacts): BudgetInput[] {
  const percent = (value: number) => percentOfScale(value, basis.scale)
  const step = Math.max(stepOf(output), outputReference ? ownStep(outputReference, basis.scale) : 0)
  return [
    ...(outputReference
      ? [
          rectangular(
            'accuracy of the output reading',
            percent(accuracyAt(Number(output), outputReference, basis.scale)),
          ),
        ]
      : []),
    rectangular('resolution of the output reading', percent(step / 2)),
  ]
}

const percentOfScale = (value: number, { lower, upper }: OutputScale) => Math.abs(value / (upper - lower)) * 100

function accuracyAt(output: number, reference: OutputReferenceFacts, { unit }: OutputScale): number {
  const own = pressureUnitOf(reference.unit)
  const shown = pressureUnitOf(unit)
  return own && shown
    ? referenceAccuracyInput(output, shown, { ...reference, unit: own })
    : meterAccuracy(output, reference)
}

function ownStep({ resolution, unit }: OutputReferenceFacts, scale: OutputScale): number {
  const own = pressureUnitOf(unit)
  const shown = pressureUnitOf(scale.unit)
  return own && shown ? Math.abs(convertPressure(resolution, own, shown)) : resolution
}

const pressureUnitOf = (unit: string): PressureUnit | undefined => PRESSURE_UNIT_IDS.find((id) => id === unit)

/** One step of the last digit of a decimal text: 16.020 has a step of 0.001. */
function stepOf(text: string): number {
  const decimals = text.split('.')[1]?.length ?? 0
  return 10 ** -decimals
}
