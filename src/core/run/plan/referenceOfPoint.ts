type Reference = { readonly id: string }

/** What of a run's world says which reference serves which point. */
export type ServedPoints<R extends Reference> = {
  readonly points: readonly { readonly percent: number; readonly referenceId?: string | undefined }[]
  readonly inputReference: R
  readonly furtherReferences?: readonly R[] | undefined
}

/** The reference that serves a point: that of its sub-range, or the run's only one. */
export function referenceOfPoint<R extends Reference>(percent: number, world: ServedPoints<R>): R {
  if (!world.furtherReferences) return world.inputReference
  const id = world.points.find((point) => point.percent === percent)?.referenceId
  return world.furtherReferences.find((reference) => reference.id === id) ?? world.inputReference
}
