/** A reference that took the place of another, from a moment on. */
export type Exchange<R> = {
  /** Id of the reference it takes the place of. */
  readonly replaces: string
  /** ISO time. */
  readonly at: string
  readonly standard: R
}

type Named = { readonly id?: string | undefined }

/**
 * Whether an exchange puts a reference in its own place: the corrections of its certificate are then made, or not made, for
 * every reading of the run. What was shown is kept as it was, so that nothing has to be read again.
 */
export const isCorrectionChoice = ({ replaces, standard }: Exchange<Named>): boolean => replaces === standard.id

type Referenced = {
  readonly inputReference: Named
  readonly furtherReferences?: readonly Named[] | undefined
  readonly outputReference: Named | null
  readonly points: readonly { readonly referenceId?: string | undefined }[]
}

/**
 * The world of a run as it stood at a moment: references exchanged until then stand in the place of those they replaced.
 * Whether their corrections are made holds for the whole run.
 *
 * @param at ISO time; all exchanges where left out
 */
export function worldAt<W extends Referenced>(world: W, exchanges: readonly Exchange<Named>[], at?: string): W {
  return exchanges
    .filter((exchange) => at === undefined || exchange.at <= at || isCorrectionChoice(exchange))
    .toSorted((a, b) => a.at.localeCompare(b.at))
    .reduce(exchanged, world)
}

function exchanged<W extends Referenced>(world: W, { replaces, standard }: Exchange<Named>): W {
  const put = <R extends Named | null>(reference: R) => (reference?.id === replaces ? standard : reference)
  return {
    ...world,
    inputReference: put(world.inputReference),
    outputReference: put(world.outputReference),
    ...(world.furtherReferences && { furtherReferences: world.furtherReferences.map(put) }),
    points: world.points.map((point) =>
      point.referenceId === replaces ? { ...point, referenceId: standard.id } : point,
    ),
  }
}
