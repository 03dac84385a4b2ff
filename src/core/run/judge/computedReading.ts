import { type ColdDrum, glassDifferencePa } from '../../drum/glassReading'
import { decimalsOfStep } from '../../format/formatNumber'
import { decimalsOf } from '../../units/decimalText'
import { convertPressure, type PressureUnit } from '../../units/pressureUnit'

/**
 * The difference of pressure that a level in the gauge glass of a cold drum stands for, as it is recorded: in the unit
 * that is read, to one digit more than the level was read to.
 *
 * @param glass level, % of the glass, decimal text
 */
export function appliedOfGlass(
  glass: string,
  { glass: drum, inputUnit }: { readonly glass: ColdDrum; readonly inputUnit: PressureUnit },
): string {
  const perPercent = glassDifferencePa(1, drum) - glassDifferencePa(0, drum)
  const step = convertPressure(perPercent * 10 ** -decimalsOf(glass), 'Pa', inputUnit)
  return convertPressure(glassDifferencePa(Number(glass), drum), 'Pa', inputUnit).toFixed(decimalsOfStep(step / 10))
}
