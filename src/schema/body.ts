import { z } from 'zod'
import { CONSTRUCTIONS, type Construction } from '@/core/range/bodySteps'
import { DecimalNumber } from './decimal'

const CONSTRUCTION_IDS = Object.keys(CONSTRUCTIONS) as Construction[] // keys of a const object

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
      /** How it is built; left out where nobody has said. */
      construction: z.union([z.literal('').transform(() => undefined), z.enum(CONSTRUCTION_IDS)]).optional(),
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

/** What a capsule or cell body can do beyond its limits, as stored; values in the unit of the configuration. */
export const Body = z.strictObject({
  family: z.string().nullable(),
  capsule: z.string().nullable(),
  maxSpan: z.number().nullable(),
  allowsReverse: z.boolean(),
  construction: z.enum(CONSTRUCTION_IDS).optional(),
  links: z.array(z.strictObject({ name: z.string(), minSpan: z.number(), maxSpan: z.number() })).readonly(),
  link: z.string().nullable(),
})
export type Body = z.infer<typeof Body>
/** The same as entered in numbers. */
export const BodyNumbers = bodyOf(z.number())
/** The same as a form or an API caller sends it. */
export const BodyForm = bodyOf(DecimalNumber)
