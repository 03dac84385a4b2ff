import { pistonOfPoint } from '@/core/run/judge/pistonOfPoint'
import { referenceOfPoint } from '@/core/run/plan/referenceOfPoint'
import type { ReadingQuantity } from '../readingQuantity'

/** Masses on the piston of a dead-weight tester, kg, without it; what was applied is computed from them. */
export const massesKg: ReadingQuantity = {
  column: 'masses_kg',
  enters: 'computes applied',
  isAsked: (world, percent) => !world.glass && pistonOfPoint(percent, world) !== undefined,
  whenMissing: {
    reason: (world, percent) =>
      `is not given, and ${referenceOfPoint(percent, world).code} is read by the masses on its piston`,
    remedy: 'reload the run',
  },
  box: { place: 2, label: () => 'masses, kg', inDialog: 'Masses, kg' },
  ladderHead: null,
  certificate: {
    title: 'Applied computed from the masses on the piston, without it',
    words: (shown) => `${shown} kg`,
  },
}
