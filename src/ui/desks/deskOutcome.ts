import { orRefused } from '@/core/refusal'
import type { RefusedField } from '@/schema/answer'

/** What comes of a desk's set-up: its answer, or why there is none. */
export type DeskOutcome<A> =
  | { readonly kind: 'answer'; readonly answer: A }
  | { readonly kind: 'refused'; readonly refusals: readonly RefusedField[] }

/**
 * Works a set-up out; a refusal becomes words beside the box it is about.
 *
 * @param boxOf the box a field of the core stands in
 */
export function workedOut<A>(work: () => A, boxOf: (field: string) => string): DeskOutcome<A> {
  return orRefused(
    () => ({ kind: 'answer', answer: work() }),
    ({ field, reason, remedy }) => ({ kind: 'refused', refusals: [{ field: boxOf(field), reason, remedy }] }),
  )
}
