import { Refusal } from '../refusal'
import { formatFixed } from './formatNumber'

/** A value as an instrument would show it: rounded to its step, with the step's decimals. */
export type ShownValue = { readonly value: number; readonly text: string }

/**
 * Rounds a value to the step of an instrument's display (0.01, 0.05, 2 …), halves away from zero as displays do.
 *
 * @param step the smallest difference shown, above zero
 * @throws {Refusal} for a step that is not above zero, or so fine that a number cannot hold the digits
 */
export function toResolution(value: number, step: number): ShownValue {
  if (!(step > 0))
    throw new Refusal('resolution', `${step} is no step`, 'enter the smallest difference the display shows')
  if (Math.abs(value) / step > 1e15)
    throw new Refusal(
      'resolution',
      `${step} is finer than the digits of ${value}`,
      'enter the step of the real display',
    )
  const decimals = decimalsOfStep(step)
  // 1e-9 of a step upwards: 0.285 / 0.01 is 28.499… in binary, but a person and a display read a half.
  const rounded = Math.sign(value) * Math.floor(Math.abs(value) / step + 0.5 + 1e-9) * step
  return { value: Number(rounded.toFixed(decimals)), text: formatFixed(rounded, decimals) }
}

/** Digits after the decimal mark of a step: 0.05 has two, 2 none. */
function decimalsOfStep(step: number): number {
  const [mantissa = '', exponent = '0'] = step.toString().split('e')
  return Math.max(0, (mantissa.split('.')[1]?.length ?? 0) - Number(exponent))
}
