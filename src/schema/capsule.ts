import { z } from 'zod'
import type { SensorBody } from '@/core/range/sensorBody'
import type { PressureUnit } from '@/core/units/pressureUnit'
import { BodyForm } from './body'
import { DecimalNumber } from './decimal'
import { PressureUnitId } from './errorLimit'

const text = (name: string, longest: number) =>
  z
    .string()
    .trim()
    .min(1, { error: `${name} is empty: fill it in` })
    .max(longest, { error: `${name} is longer than ${longest} characters: shorten it` })

/** A capsule kept in stock. Values in its own unit. */
export type Capsule = {
  readonly id: string
  readonly code: string
  readonly family: string
  readonly description: string
  readonly unit: PressureUnit
  readonly body: SensorBody
  readonly kept: number
}

const kept = DecimalNumber.refine((count) => Number.isInteger(count) && count >= 0 && count <= 10_000, {
  error: 'is no count: enter a whole number, 0 or more',
})

/** A capsule to be kept in stock, as a form or an API caller sends it. */
export const NewCapsule = z
  .object({
    id: z.uuid(),
    code: text('the code', 40),
    family: text('the family', 60),
    description: text('the description', 200),
    unit: PressureUnitId,
    lrl: DecimalNumber,
    url: DecimalNumber,
    minSpan: DecimalNumber.refine((span) => span > 0, { error: 'must be above zero' }),
    maxSpan: BodyForm.shape.maxSpan,
    links: BodyForm.shape.links,
    allowsReverse: z.boolean(),
    kept,
  })
  .superRefine(({ lrl, url, minSpan, maxSpan }, ctx) => {
    const refuse = (path: string, message: string) => ctx.addIssue({ code: 'custom', path: [path], message })
    if (lrl >= url) refuse('url', 'must lie above LRL')
    if (maxSpan !== null && maxSpan < minSpan) refuse('maxSpan', 'lies under the smallest span')
    if (minSpan > url - lrl) refuse('minSpan', 'is wider than the limits')
  })
export type NewCapsule = z.infer<typeof NewCapsule>

/** How many of a capsule there are now. */
export const CapsuleCount = z.object({ kept })
