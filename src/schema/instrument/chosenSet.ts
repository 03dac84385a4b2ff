import { z } from 'zod'

/** Some of a set, ticked one by one: stored as a list, left out where nobody has said. */
export function chosenSet<Id extends string>(ids: readonly Id[]) {
  type Flags = Record<Id, boolean>
  const listed = z.array(z.enum(ids)).min(1, { error: 'is an empty list: leave it out' }).readonly()
  const flagsOf = (chosen: readonly Id[]) => Object.fromEntries(ids.map((id) => [id, chosen.includes(id)])) as Flags // of every id
  const chosenOf = (flags: Partial<Flags>): readonly Id[] | undefined => {
    const chosen = ids.filter((id) => flags[id])
    return chosen.length === 0 ? undefined : chosen
  }
  const inOrder = (chosen: readonly Id[]) => ids.filter((id) => chosen.includes(id))
  return {
    shapes: {
      stored: z.array(z.enum(ids)).readonly().optional(),
      entered: listed.optional(),
      /** By each whether it is chosen; none at all says nothing. */
      typed: z
        .union([listed.transform(inOrder), z.partialRecord(z.enum(ids), z.boolean()).transform(chosenOf)])
        .optional(),
    },
    empty: flagsOf([]),
    filled: (chosen: readonly Id[] | undefined): Flags => flagsOf(chosen ?? []),
  }
}
