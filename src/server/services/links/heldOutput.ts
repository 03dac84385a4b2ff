import { Refusal } from '@/core/refusal'
import type { LinkedMember } from '../../links/sessionDevices'

export type HeldOutput = Pick<LinkedMember, 'tag'> & { readonly transmitter: NonNullable<LinkedMember['transmitter']> }

/**
 * Lets go of outputs that were held at a current, all of them whatever comes.
 *
 * @throws {Refusal} naming those that may be held still: a held output shows a plant what is not there
 */
export async function letGoOfOutputs(held: readonly HeldOutput[]): Promise<void> {
  const failed: string[] = []
  for (const { tag, transmitter } of held)
    await transmitter.fixCurrent(null).catch(() => {
      failed.push(tag)
    })
  if (failed.length === 0) return
  throw new Refusal(
    'members',
    `the output of ${failed.join(' and ')} may still be held at a fixed current`,
    'let go of it by the communicator before anything else',
  )
}
