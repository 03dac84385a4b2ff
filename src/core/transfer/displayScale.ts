import { Refusal } from '../refusal'

/** A display or host scale that stands apart from the pressure range: what is shown at 0 % and at 100 % output. */
export type DisplayScale = { readonly lower: number; readonly upper: number; readonly unit: string }

/**
 * The value shown at a percentage of output.
 *
 * @throws {Refusal} for a scale without a span
 */
export const shownAtPercent = (percent: number, scale: DisplayScale): number =>
  scale.lower + (percent / 100) * scaleSpan(scale)

/** The percentage of output at a value shown. */
export const percentOfShown = (shown: number, scale: DisplayScale): number =>
  ((shown - scale.lower) / scaleSpan(scale)) * 100

function scaleSpan({ lower, upper, unit }: DisplayScale): number {
  if (lower === upper)
    throw new Refusal('display', `shows ${lower} ${unit} at 0 % and at 100 %`, 'enter two different values')
  return upper - lower
}
