import { Refusal } from '../refusal'

/**
 * Accuracy classes of dial gauges, ± % of span in the first quarter, the middle half and the last quarter of the scale.
 *
 * Sources: EN 837-1:1996, accuracy classes (the same over the whole scale); ASME B40.100, accuracy grades for gauges
 * (values from memory).
 */
export const GAUGE_CLASSES = {
  'EN 837-1 class 0.1': [0.1, 0.1, 0.1],
  'EN 837-1 class 0.25': [0.25, 0.25, 0.25],
  'EN 837-1 class 0.6': [0.6, 0.6, 0.6],
  'EN 837-1 class 1': [1, 1, 1],
  'EN 837-1 class 1.6': [1.6, 1.6, 1.6],
  'EN 837-1 class 2.5': [2.5, 2.5, 2.5],
  'EN 837-1 class 4': [4, 4, 4],
  'ASME B40.100 grade 4A': [0.1, 0.1, 0.1],
  'ASME B40.100 grade 3A': [0.25, 0.25, 0.25],
  'ASME B40.100 grade 2A': [0.5, 0.5, 0.5],
  'ASME B40.100 grade 1A': [1, 1, 1],
  'ASME B40.100 grade A': [2, 1, 2],
  'ASME B40.100 grade B': [3, 2, 3],
  'ASME B40.100 grade C': [4, 3, 4],
  'ASME B40.100 grade D': [5, 5, 5],
} as const satisfies Record<string, readonly [number, number, number]>

export type GaugeClass = keyof typeof GAUGE_CLASSES
export const GAUGE_CLASS_IDS = Object.keys(GAUGE_CLASSES) as GaugeClass[] // keys of a const object

/** A point of a dial: % of scale, and whether the pointer rests on a stop pin at zero. */
export type DialPoint = { readonly scalePercent: number; readonly hasStopPin: boolean }

/**
 * The error limit of a dial gauge at a point of its scale, ± % of span.
 * With a stop pin, EN 837-1 lets the class hold from 10 % of the scale upwards only (clause 9, from memory).
 *
 * @throws {Refusal} off the scale, or below 10 % with a stop pin
 */
export function gaugeClassLimit(gaugeClass: GaugeClass, { scalePercent, hasStopPin }: DialPoint): number {
  if (!(scalePercent >= 0 && scalePercent <= 100))
    throw new Refusal('scalePercent', `${scalePercent} % is off the scale`, 'enter 0 to 100 % of scale')
  if (hasStopPin && scalePercent < 10)
    throw new Refusal(
      'scalePercent',
      `${scalePercent} % lies below 10 % of scale, where a gauge with a stop pin has no class`,
      'test from 10 % of scale upwards, or a gauge without a stop pin',
    )
  const [first, middle, last] = GAUGE_CLASSES[gaugeClass]
  if (scalePercent < 25) return first
  return scalePercent <= 75 ? middle : last
}
