/** A fit this far out in the χ² distribution, as a normal deviate, does not explain the readings: about 1 in 10 000. */
const UNEXPLAINED_DEVIATE = 3.7

/** Whether what a fit leaves is what the scatter allows: χ² by Wilson and Hilferty, Proc. Natl. Acad. Sci. 17 (1931) 684. */
export function isExplained(chiSquare: number, degrees: number): boolean {
  if (degrees < 1) return false
  const deviate = ((chiSquare / degrees) ** (1 / 3) - (1 - 2 / (9 * degrees))) / Math.sqrt(2 / (9 * degrees))
  return deviate < UNEXPLAINED_DEVIATE
}
