import { type ErrorLimit, type LimitBasis, limitInput, type ReferenceLimit } from '../error/errorLimit'
import { isWithin } from '../error/within'
import { limitAt } from '../reference/referenceParts'
import { inputAtPercent } from '../transfer/linearTransfer'
import { convertPressure, type PressureUnit } from '../units/pressureUnit'

/** A reference as far as its reach and accuracy matter here. */
export type ReferenceReach = {
  readonly rangeLow: number
  readonly rangeHigh: number
  readonly unit: PressureUnit
  readonly accuracy: ReferenceLimit
}

/** The smallest ratio over the test points, and where it lies. */
export type TightestRatio = { readonly ratio: number; readonly atPercent: number }

/** The usual floor of the accuracy ratio. Common practice; ANSI/NCSL Z540.3 handbook. */
export const USUAL_RATIO_FLOOR = 4

/**
 * Test accuracy ratio at the tightest test point: error limit of the instrument over accuracy of the reference, both
 * at the same input. The reference's own accuracy terms are taken over its own range.
 *
 * @returns null without test points
 */
export function tightestAccuracyRatio(
  testPointsPercent: readonly number[],
  errorLimit: ErrorLimit,
  { basis, reference }: { basis: LimitBasis; reference: ReferenceReach },
): TightestRatio | null {
  const ratios = testPointsPercent.map((atPercent) => {
    const applied = inputAtPercent(atPercent, basis.range)
    const accuracy = referenceAccuracyInput(applied, basis.range.unit, reference)
    return { atPercent, ratio: accuracy === 0 ? Number.MAX_VALUE : limitInput(applied, errorLimit, basis) / accuracy }
  })
  return ratios.reduce<TightestRatio | null>((least, next) => (least && least.ratio <= next.ratio ? least : next), null)
}

/** ± accuracy of a reference at an input, in the unit of that input. */
export function referenceAccuracyInput(applied: number, unit: PressureUnit, reference: ReferenceReach): number {
  const own = limitAt(convertPressure(applied, unit, reference.unit), reference.accuracy, reference)
  return convertPressure(own, reference.unit, unit)
}

/** Whether the reference reaches every test point without going over its own range. */
export function reachesRange(
  testPointsPercent: readonly number[],
  basis: LimitBasis,
  reference: ReferenceReach,
): boolean {
  return testPointsPercent.every((percent) =>
    reaches(inputAtPercent(percent, basis.range), basis.range.unit, reference),
  )
}

/** Whether a reference reaches an input without going over its own range. */
export function reaches(input: number, unit: PressureUnit, reference: Omit<ReferenceReach, 'accuracy'>): boolean {
  const own = convertPressure(input, unit, reference.unit)
  return isWithin(own, { low: reference.rangeLow, high: reference.rangeHigh })
}
