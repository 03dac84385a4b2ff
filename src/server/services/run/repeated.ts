import { Conflict } from '../../refusals'

/**
 * Whether what is sent is stored already: the same again is an answer that got lost.
 *
 * @param known what is stored under the id that was sent, if anything
 * @param fields what makes two of them the same
 * @throws {Conflict} where it was stored with other content: what was sent is not, and the stored one is told
 */
export function isRepeated<F extends string>(
  known: Partial<Record<F, unknown>> | undefined,
  sent: Partial<Record<F, unknown>>,
  fields: readonly F[],
): boolean {
  if (!known) return false
  if (fields.every((field) => (known[field] ?? null) === (sent[field] ?? null))) return true
  const stored = fields.flatMap((field) => (known[field] === null || known[field] === undefined ? [] : known[field]))
  throw new Conflict(
    'id',
    `this id was stored with other figures: ${stored.join(', ')}; yours was not stored`,
    'look at what is stored; if yours is another, send it with a new id',
  )
}

/** An id that nothing of this run has, and that is stored all the same, belongs to something else. */
export function refuseForeignId(isStored: boolean): void {
  if (!isStored) throw new Conflict('id', 'this id belongs to something else', 'send it again with a new id')
}
