import { formatPlain } from '../format/formatNumber'
import { Refusal } from '../refusal'
import { type PressureUnit, pressureUnitLabel } from '../units/pressureUnit'
import { type ReferenceReach, reaches, referenceAccuracyInput } from './accuracyRatio'

/** A reference that could serve a sub-range. */
export type SubRangeReference = ReferenceReach & { readonly id: string; readonly code: string }

/**
 * Chooses one of several references for every point, in the order they are taken: of those that reach it, the one that
 * knows it best; where two know it equally well, the one in use, so that the hose is changed as seldom as can be.
 *
 * @param inputs points in `unit`
 * @returns the id of the reference of each point
 * @throws {Refusal} for a point that nothing reaches
 */
export function referencesOfPoints(
  inputs: readonly number[],
  unit: PressureUnit,
  references: readonly SubRangeReference[],
): string[] {
  let inUse: SubRangeReference | undefined
  return inputs.map((input) => {
    const best = references
      .filter((reference) => reaches(input, unit, reference))
      .map((reference) => ({ reference, accuracy: referenceAccuracyInput(input, unit, reference) }))
      .reduce<{ reference: SubRangeReference; accuracy: number } | undefined>((chosen, next) => {
        if (!chosen || next.accuracy < chosen.accuracy) return next
        return next.accuracy === chosen.accuracy && next.reference === inUse ? next : chosen
      }, undefined)
    if (!best)
      throw new Refusal(
        'inputReferenceId',
        `none of the chosen references reaches ${formatPlain(Number(input.toPrecision(6)))} ${pressureUnitLabel(unit)}`,
        'choose a further one for that sub-range, or leave the point out of the plan',
      )
    inUse = best.reference
    return best.reference.id
  })
}
