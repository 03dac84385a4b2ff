import { Refusal } from '../refusal'

/**
 * Test uncertainty ratio: half the tolerance interval over the expanded uncertainty (k = 2) of the comparison.
 * Source: ANSI/NCSL Z540.3-2006, 3.11 (from memory). The test *accuracy* ratio takes the reference's stated accuracy
 * instead, and says less.
 *
 * @param limit ± error limit, above zero
 * @param expandedUncertainty same unit, above zero
 */
export function testUncertaintyRatio(limit: number, expandedUncertainty: number): number {
  positive('limit', limit)
  positive('expandedUncertainty', expandedUncertainty)
  return limit / expandedUncertainty
}

/** Refuses what is not above zero. */
export function positive(field: string, value: number): void {
  if (!(value > 0)) throw new Refusal(field, `${value} is not above zero`, 'enter a number above zero')
}
