import { type ColdDrum, glassDifferencePa } from '../../drum/glassReading'
import { decimalsOfStep } from '../../format/formatNumber'
import { pressureOfMasses, type StandingPiston } from '../../pressure/piston'
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

/**
 * The pressure under a piston with masses on it, as it is recorded: in the unit that is read, to one digit more than the
 * masses were told to.
 *
 * @param masses without the piston, kg, decimal text
 * @throws {Refusal} for masses that with the piston are none
 */
export function appliedOfMasses(
  masses: string,
  { piston, inputUnit }: { readonly piston: StandingPiston; readonly inputUnit: PressureUnit },
): string {
  const pa = pressureOfMasses(Number(masses), piston)
  const perKg = pressureOfMasses(Number(masses) + 1, piston) - pa
  const step = convertPressure(perKg * 10 ** -decimalsOf(masses), 'Pa', inputUnit)
  return convertPressure(pa, 'Pa', inputUnit).toFixed(decimalsOfStep(step / 10))
}
