import type { JudgedPoint } from './judgedPoint'

/**
 * Hysteresis: the largest difference between the rising and the falling error at the same test point, in % of span.
 * Errors are compared rather than outputs, because the input applied is never quite the same twice.
 * Includes dead band, as one up-and-down cycle cannot tell them apart.
 *
 * Source: ISA-51.1, “hysteresis”, and IEC 61298-2 (from memory).
 *
 * @returns null while no test point has both a rising and a falling reading
 */
export function hysteresisPercentSpan(
  points: readonly Pick<JudgedPoint, 'direction' | 'targetPercent' | 'errorPercentSpan'>[],
): number | null {
  const differences = points
    .filter((point) => point.direction === 'rising')
    .flatMap((rising) =>
      points
        .filter((falling) => falling.direction === 'falling' && falling.targetPercent === rising.targetPercent)
        .map((falling) => Math.abs(rising.errorPercentSpan - falling.errorPercentSpan)),
    )
  return differences.length === 0 ? null : Math.max(...differences)
}
