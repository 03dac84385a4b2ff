/**
 * Which loop a channel is on: each output is held at a current of its own and its channel read. Common practice for a single
 * loop (hold the output, read the meter); for several at once ours, no source.
 */

/** Between these currents outputs are held, mA: away from both ends, where a loop may saturate. */
const [LOWEST_MA, HIGHEST_MA] = [6, 18]
/** A channel that shows a held current further off shows another loop, or a fault that is no error of span, mA. */
const OWN_MA = 0.5
/** So many are told apart: their currents lie further apart than twice {@link OWN_MA}. */
export const MOST_PAIRED = 12

/** A current for each of so many outputs, in their order; one alone is held in the middle. */
export const pairingCurrents = (count: number): readonly number[] =>
  Array.from({ length: count }, (_, place) =>
    count === 1 ? (LOWEST_MA + HIGHEST_MA) / 2 : LOWEST_MA + (place * (HIGHEST_MA - LOWEST_MA)) / (count - 1),
  )

/** Whose current a channel shows, by its place among those held; null where it is nobody's. */
export function loopShown(milliamp: number, held: readonly number[]): number | null {
  const place = held.findIndex((current) => Math.abs(milliamp - current) <= OWN_MA)
  return place < 0 ? null : place
}
