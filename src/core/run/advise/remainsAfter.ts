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
}

/**
 * What error an act left where it was done, in % of output span. A screw and a sensor trim are measured against the
 * pressure that was applied; an output trim against the end of the signal it was done at, 4 or 20 mA.
 *
 * @returns null where the figures for it were not entered
 */
export function remainsAfter(
  { kind, applied, afterOutput }: RecordedAct,
  { basis, inputUnit }: { readonly basis: JudgingBasis; readonly inputUnit: PressureUnit },
): number | null {
  if (afterOutput === null) return null
  const percent = percentOfOutput(Number(afterOutput), basis.scale)
  if (kind === 'output-trim') return percent < 50 ? percent : percent - 100
  if (applied === null) return null
  const input = convertPressure(Number(applied), inputUnit, basis.range.unit)
  return percent - transferCurve(basis.transfer ?? LINEAR).forward(percentOfInput(input, basis.range))
}
