import type { JudgingBasis } from '../../analysis/judgedPoint'
import { percentOfOutput } from '../../signal/signal'
import { percentOfInput } from '../../transfer/linearTransfer'
import { LINEAR, transferCurve } from '../../transfer/transfer'
import { convertPressure, type PressureUnit } from '../../units/pressureUnit'

/** An act of adjustment as recorded, figures as decimal text. */
export type RecordedAct = {
  readonly kind: string
  readonly applied: string | null
  readonly afterOutput: string | null
  /** In the unit of the range. */
  readonly afterPv?: string | undefined
}

/**
 * What error an act left where it was done, in % of output span. A screw and a sensor trim are measured against the
 * pressure that was applied, a trim of the sensor by PV where that was noted; an output trim against the end of the
 * signal it was done at, 4 or 20 mA.
 *
 * @returns null where the figures for it were not entered
 */
export function remainsAfter(
  { kind, applied, afterOutput, afterPv }: RecordedAct,
  { basis, inputUnit }: { readonly basis: JudgingBasis; readonly inputUnit: PressureUnit },
): number | null {
  if (afterPv !== undefined && applied !== null) {
    const inRange = (value: number) => percentOfInput(value, basis.range)
    return inRange(Number(afterPv)) - inRange(convertPressure(Number(applied), inputUnit, basis.range.unit))
  }
  if (afterOutput === null) return null
  const percent = percentOfOutput(Number(afterOutput), basis.scale)
  if (kind === 'output-trim') return percent < 50 ? percent : percent - 100
  if (applied === null) return null
  const input = convertPressure(Number(applied), inputUnit, basis.range.unit)
  return percent - transferCurve(basis.transfer ?? LINEAR).forward(percentOfInput(input, basis.range))
}
