import { isTopNear } from '../../conformity/fitnessIssue'
import { convertPressure, type PressureUnit, pressureUnitOf } from '../../units/pressureUnit'
import { idealAtPoint, judgingBasis, type RunBasis, targetInput } from '../judge/judgeSteps'
import { referenceOfPoint, type ServedPoints } from './referenceOfPoint'

type Reach = { readonly code: string; readonly rangeLow: number; readonly rangeHigh: number }

/** What of a run says how far its references reach. */
export type HeadroomWorld = RunBasis &
  ServedPoints<Reach & { readonly id: string; readonly unit: PressureUnit }> & {
    readonly outputReference: (Reach & { readonly unit: string }) | null
  }

/**
 * Codes of the references that a point stands so near the top of that an overshoot goes over their range: a module of
 * 15 psi on an output of 3–15 psi. Common practice, no source.
 */
export function noHeadroomAt(percent: number, world: HeadroomWorld): string[] {
  const input = referenceOfPoint(percent, world)
  const applied = convertPressure(targetInput(percent, world), world.inputUnit, input.unit)
  const found = isTopNear(applied, input.rangeLow, input.rangeHigh) ? [input.code] : []
  const { outputReference } = world
  const own = pressureUnitOf(outputReference?.unit ?? '')
  const shown = pressureUnitOf(judgingBasis(world).scale.unit)
  if (!outputReference || !own || !shown) return found
  const output = convertPressure(idealAtPoint(percent, world), shown, own)
  return isTopNear(output, outputReference.rangeLow, outputReference.rangeHigh)
    ? [...found, outputReference.code]
    : found
}
