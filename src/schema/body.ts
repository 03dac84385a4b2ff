import { z } from 'zod'
import { formatPlain } from '@/core/format/formatNumber'
import type { SensorBody } from '@/core/range/sensorBody'
import { type PressureUnit, pressureUnitLabel } from '@/core/units/pressureUnit'
import { DecimalNumber } from './decimal'

const shortName = (name: string, longest: number) =>
  z
    .string()
    .trim()
    .min(1, { error: `${name} is empty: fill it in` })
    .max(longest, { error: `${name} is too long` })

const positive = (value: z.ZodType<number, unknown>) =>
  value.refine((size) => size > 0, { error: 'must be above zero' })

const linkOf = (value: z.ZodType<number, unknown>) =>
  z
    .object({ name: shortName('the position', 20), minSpan: positive(value), maxSpan: positive(value) })
    .refine(({ minSpan, maxSpan }) => minSpan < maxSpan, {
      path: ['maxSpan'],
      error: 'must lie above the smallest span of this position',
    })

const optionalName = (longest: number) =>
  z
    .string()
    .trim()
    .max(longest, { error: 'is too long: shorten it' })
    .nullable()
    .transform((name) => (name === '' ? null : name))

/** A box that may be left empty, as a number or null. */
const optionalOf = (value: z.ZodType<number, unknown>) =>
  z.union([z.literal('').transform(() => null), z.null(), positive(value)])

const bodyOf = (value: z.ZodType<number, unknown>) =>
  z
    .object({
      /** Bodies of one family take the same capsules; null where the capsule cannot be changed. */
      family: optionalName(60),
      /** The capsule in it. */
      capsule: optionalName(40),
      maxSpan: optionalOf(value),
      allowsReverse: z.boolean(),
      links: z.array(linkOf(value)).max(9, { error: 'nine positions at most' }).readonly(),
      /** Where the link stands; null where nobody has looked. */
      link: optionalName(20),
    })
    .superRefine(({ links, link }, ctx) => {
      const names = links.map(({ name }) => name)
      if (new Set(names).size !== names.length)
        ctx.addIssue({ code: 'custom', path: ['links'], message: 'two positions have one name: rename one' })
      if (link !== null && !names.includes(link))
        ctx.addIssue({
          code: 'custom',
          path: ['link'],
          message: `${link} is none of the positions: choose one of them`,
        })
    })

/** What a capsule or cell body can do beyond its limits; values in the unit of the configuration. */
export const Body = bodyOf(z.number())
export type Body = z.infer<typeof Body>
/** The same as a form or an API caller sends it. */
export const BodyForm = bodyOf(DecimalNumber)

type BodyFacts = {
  readonly lrl: number
  readonly url: number
  readonly minSpan: number
  readonly body?: Body | undefined
}

/** The body of a configuration as the core judges it. Without facts of its own it has no link, and may act in reverse. */
export const sensorBody = ({ lrl, url, minSpan, body }: BodyFacts): SensorBody => ({
  lrl,
  url,
  minSpan,
  maxSpan: body?.maxSpan ?? null,
  links: body?.links ?? [],
  allowsReverse: body?.allowsReverse ?? true,
})

/** A body as a line of the register says it. */
export function bodyWords({ family, capsule, maxSpan, links, link, allowsReverse }: Body, unit: PressureUnit): string {
  return [
    capsule && `capsule ${capsule}`,
    family && `of “${family}”`,
    maxSpan !== null && `largest span ${formatPlain(maxSpan)} ${pressureUnitLabel(unit)}`,
    links.length > 0 && `span link ${link === null ? 'not looked at' : `at ${link}`}`,
    !allowsReverse && 'not reverse-acting',
  ]
    .filter((part) => part !== false && part !== null)
    .join(', ')
}
