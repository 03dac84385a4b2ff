import { decimalsOfStep } from '@/core/format/formatNumber'
import { decimalsShown } from '@/core/run/judge/decimalsShown'
import type { LinkShown } from '@/schema/links'
import { askedAt } from '@/schema/readings/readingQuantities'
import { LINKED_FIELDS, type LinkedField } from '@/schema/recordedRun'
import type { World } from '@/schema/world'

/** What devices show of a point, as text for its boxes; without what nothing is linked to, or does not answer. */
export type LinkedBoxes = Readonly<Partial<Record<LinkedField, string>>>

/** The figures a run's devices show now, with the digits of those devices. */
export function linkedBoxes(
  shown: LinkShown | null,
  { runId, world, percent }: { readonly runId: string; readonly world: World; readonly percent: number },
): LinkedBoxes {
  const member = shown?.members.find((each) => each.runId === runId)
  if (!shown || !member) return {}
  const { target, errorInput } = decimalsShown(world, [])
  const output = world.outputReference ? decimalsOfStep(world.outputReference.resolution) : errorInput
  const figures: Record<LinkedField, readonly [number | null, decimals: number]> = {
    applied: [shown.applied, target],
    output: [member.output, output],
    pv: [member.pv, errorInput],
    ao: [member.ao, output],
  }
  const asked = askedAt(world, percent)
  return Object.fromEntries(
    LINKED_FIELDS.flatMap((field) => {
      const [value, decimals] = figures[field]
      // Never a minus before nothing.
      return value === null || !asked.includes(field)
        ? []
        : [[field, (Number(value.toFixed(decimals)) + 0).toFixed(decimals)]]
    }),
  )
}
