import { NotFound } from '../refusals'

/**
 * A record's number from the address line.
 *
 * @throws {NotFound} when it cannot be one, before SQL sees it
 */
export function sequenceParam(text: string): number {
  const sequence = Number(text)
  if (/^\d{1,12}$/.test(text) && sequence > 0) return sequence
  throw new NotFound('sequence', 'the address holds no record number', 'open it from the list of records')
}
