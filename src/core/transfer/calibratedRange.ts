import { Refusal } from '../refusal'
import type { PressureUnit } from '../units/pressureUnit'

/**
 * A calibrated range: the input at 0 % and at 100 % output. URV may lie below LRV (reverse-acting), and LRV may lie
 * above or below zero (zero suppressed or elevated).
 */
export type CalibratedRange = { readonly lrv: number; readonly urv: number; readonly unit: PressureUnit }

/**
 * URV − LRV in the range's own unit; negative for a reverse-acting range.
 *
 * @throws {Refusal} when LRV equals URV
 */
export function span({ lrv, urv, unit }: CalibratedRange): number {
  if (lrv === urv)
    throw new Refusal('urv', `equals LRV (${lrv} ${unit}), so the span is zero`, 'enter two different values')
  return urv - lrv
}

/** Whether the output falls while the input rises. */
export const isReverseActing = (range: CalibratedRange): boolean => span(range) < 0

/** How the zero lies, in numbers' own words: naming differs by house, so the screen shows LRV beside it. */
export function zeroPosition({ lrv, urv }: CalibratedRange): 'at zero' | 'elevated' | 'suppressed' {
  const lowestInput = Math.min(lrv, urv)
  if (lowestInput === 0) return 'at zero'
  return lowestInput < 0 ? 'elevated' : 'suppressed'
}
