import type { Cause } from '../../diagnosis/cause'
import { type RemedyFacts, trimsFor } from '../../diagnosis/remedy'

/**
 * The kind of act to be offered next for a cause: the first of its cure that has not been done, or its last once more.
 * A cause that is no matter of trimming is put right by other work.
 *
 * @param done kinds of acts recorded so far
 */
export function actFor(cause: Cause, done: readonly string[], facts: Omit<RemedyFacts, 'adjustable'> = {}): string {
  const cure = trimsFor(cause, facts)
  return cure.find((kind) => !done.includes(kind)) ?? cure.at(-1) ?? 'other'
}
