import { Refusal } from '../refusal'

/** A vacuum reference: what it covers, and how well, % of its reading. Pressures absolute, in one unit. */
export type VacuumReference = {
  readonly name: string
  readonly low: number
  readonly high: number
  readonly uncertaintyPercentReading: number
}

/** A point with the reference that serves it best, and by how much it is better than the gauge. */
export type ServedPoint = { readonly pressure: number; readonly reference: string; readonly ratio: number }

/**
 * Chooses a reference for every point: of those that cover it, the one that knows it best; where two know it equally
 * well, the one already in use, so that the hose is changed as seldom as can be.
 *
 * @param limitPercentReading error limit of the gauge under test, % of reading
 * @throws {Refusal} for a point that nothing covers
 */
export function serveByReferences(
  pressures: readonly number[],
  references: readonly VacuumReference[],
  limitPercentReading: number,
): ServedPoint[] {
  for (const [index, { uncertaintyPercentReading, name }] of references.entries())
    if (!(uncertaintyPercentReading > 0))
      throw new Refusal(
        `references.${index}.uncertaintyPercentReading`,
        `of ${name} is not above zero`,
        'enter it from its certificate',
      )
  let inUse: VacuumReference | undefined
  return pressures.map((pressure) => {
    const able = references.filter(({ low, high }) => pressure >= low && pressure <= high)
    const best = able.reduce<VacuumReference | undefined>((chosen, next) => {
      if (!chosen) return next
      const difference = next.uncertaintyPercentReading - chosen.uncertaintyPercentReading
      return difference < 0 || (difference === 0 && next === inUse) ? next : chosen
    }, undefined)
    if (!best)
      throw new Refusal(
        'references',
        `none covers ${pressure}`,
        'add a reference for that sub-range, or shorten the plan',
      )
    inUse = best
    return { pressure, reference: best.name, ratio: limitPercentReading / best.uncertaintyPercentReading }
  })
}
