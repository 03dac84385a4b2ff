/** What of a recorded act says whether it still stands. */
type Recorded = {
  readonly id: string
  readonly supersedes?: string | undefined
  readonly isWithdrawn?: true | undefined
}

/** The acts that stand: not superseded by a later one, and not a note that one was never done. */
export function standingActs<A extends Recorded>(acts: readonly A[]): A[] {
  const superseded = new Set(acts.map(({ supersedes }) => supersedes))
  return acts.filter(({ id, isWithdrawn }) => !superseded.has(id) && !isWithdrawn)
}
