import type { Cause } from '../diagnosis/cause'

/** Kinds of acts that cure a cause, in their order, where the instrument is trimmed. Common practice, no source. */
const CURES: Partial<Record<Cause, readonly string[]>> = {
  'zero-shift': ['zero-trim'],
  'span-error': ['lower-sensor-trim', 'upper-sensor-trim'],
  'zero-and-span': ['lower-sensor-trim', 'upper-sensor-trim'],
  'sensor-stage': ['lower-sensor-trim', 'upper-sensor-trim'],
  'both-stages': ['lower-sensor-trim', 'upper-sensor-trim', 'output-trim'],
  'output-stage': ['output-trim'],
}

/**
 * The kind of act to be offered next for a cause: the first of its cure that has not been done, or its last once more.
 * A cause that is no matter of trimming is put right by other work.
 *
 * @param done kinds of acts recorded so far
 */
export function actFor(cause: Cause, done: readonly string[]): string {
  const cure = CURES[cause] ?? []
  return cure.find((kind) => !done.includes(kind)) ?? cure.at(-1) ?? 'other'
}
