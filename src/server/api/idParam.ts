import { z } from 'zod'
import { NotFound } from '../refusals'

/**
 * An id from the address line.
 *
 * @throws {NotFound} when it cannot be one, before SQL sees it
 */
export function idParam(text: string): string {
  const id = z.uuid().safeParse(text)
  if (!id.success) throw new NotFound('id', 'the address holds no id of ours', 'open it from a list')
  return id.data
}
