import { massesOfPressure, type StandingPiston } from '../../pressure/piston'
import { convertPressure } from '../../units/pressureUnit'
import { referenceOfPoint, type ServedPoints } from '../plan/referenceOfPoint'
import { type RunBasis, targetInput } from './judgeSteps'

type Reference = { readonly id: string; readonly piston?: StandingPiston | undefined }

/**
 * The piston whose masses are read at a point; none where its reference is no dead-weight tester read by them, or where
 * the piston alone is heavier than the point: there it is vented, and what is applied is typed.
 */
export function pistonOfPoint(
  percent: number,
  world: ServedPoints<Reference> & Pick<RunBasis, 'configuration' | 'inputUnit' | 'head' | 'lowLeg'>,
): StandingPiston | undefined {
  const { piston } = referenceOfPoint(percent, world)
  if (!piston) return undefined
  const pa = convertPressure(targetInput(percent, world), world.inputUnit, 'Pa')
  return massesOfPressure(pa, piston) < 0 ? undefined : piston
}
