import { carryToOutput } from '../../error/carriedLimit'
import { atInstrument } from '../../pressure/lineHead'
import { correctedValue } from '../../reference/correctedValue'
import { span } from '../../transfer/calibratedRange'
import { percentOfInput } from '../../transfer/linearTransfer'
import { LINEAR, transferCurve, withoutDrop } from '../../transfer/transfer'
import type { Contribution } from '../../uncertainty/contribution'
import { convertPressure, pressureUnitLabel } from '../../units/pressureUnit'
import type { ComparisonFacts, ReadingFigures } from './comparisonFacts'

/** The point a reading was taken at, and what a half-width of the pressure or the output makes of its error. */
export type Place = {
  /** What the reference showed, in the unit of the range. */
  readonly shown: number
  /** What acted on the instrument, in the unit of the range. */
  readonly applied: number
  readonly output: number
  /** % of output span for a half-width in the unit of the range. */
  readonly carried: (halfWidth: number) => number
  /** % of output span per unit of the output. */
  readonly perOutput: number
  /** Sign of what an error of the pressure does to the error of the reading. */
  readonly inputSign: 1 | -1
}

/** Where a reading was taken. */
export function placeOf(
  { applied, output }: ReadingFigures,
  { basis, inputUnit, inputReference, isBelowCutOff, heads, isAbsolute, measurand }: ComparisonFacts,
): Place {
  const inRange = (value: number) => convertPressure(value, inputUnit, basis.range.unit)
  const corrected =
    measurand === undefined ? Number(applied) : correctedValue(Number(applied), inputUnit, inputReference)
  const atInput = atInstrument(inRange(corrected), {
    ...heads,
    configuration: { unit: basis.range.unit, ...(isAbsolute && { pressureKind: 'absolute' }) },
  })
  const transfer = withoutDrop(basis.transfer ?? LINEAR)
  const curve = transferCurve(transfer)
  const carried = (halfWidth: number) => {
    if (isBelowCutOff) return 0
    const percent = Math.abs(halfWidth / span(basis.range)) * 100
    if (transfer.kind === 'linear') return percent
    const { upwards, downwards } = carryToOutput(percentOfInput(atInput, basis.range), percent, curve)
    return Math.max(upwards, downwards)
  }
  return {
    shown: inRange(Number(applied)),
    applied: atInput,
    output: Number(output),
    carried,
    perOutput: 100 / Math.abs(basis.scale.upper - basis.scale.lower),
    // The ideal output rises with the pressure, so that the error falls; a reverse range the other way.
    inputSign: span(basis.range) > 0 === basis.scale.upper > basis.scale.lower ? -1 : 1,
  }
}

/** A half-width of the pressure as a line: its sensitivity is by how far the output really moves for it. */
export function ofInput(
  line: Omit<Contribution, 'sensitivity' | 'unit' | 'value' | 'group'>,
  halfWidth: number,
  { at, facts }: { readonly at: Place; readonly facts: ComparisonFacts },
): Contribution {
  const { unit } = facts.basis.range
  const value = Math.abs(halfWidth)
  return {
    ...line,
    group: 'reference',
    value,
    unit: pressureUnitLabel(unit),
    sensitivity: value === 0 ? 0 : (at.inputSign * at.carried(value)) / value,
  }
}

/** Nothing is known of it but its bounds. JCGM 100:2008, 4.3.7. */
export const RECTANGULAR = { distribution: 'rectangular', degrees: null } as const
/** What a reference is called in a budget. */
export const nameOf = ({ code }: { readonly code?: string | undefined }, role: string) => code ?? role
