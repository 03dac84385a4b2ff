import { z } from 'zod'
import { DecimalNumber } from '../decimal'

/** A text that has to be said. */
export const saidText = (max: number, name: string) =>
  z
    .string()
    .trim()
    .min(1, { error: `${name} is empty: fill it in` })
    .max(max, { error: `${name} is longer than ${max} characters: shorten it` })

/** A text box that may stay empty, and then says nothing. */
export const optionalText = (max: number) =>
  z
    .string()
    .trim()
    .max(max, { error: `longer than ${max} characters: shorten it` })
    .transform((typed) => typed || undefined)
    .optional()

export const above = (value: z.ZodType<number, unknown>) =>
  value.refine((size) => size > 0, { error: 'must be above zero' })

/** A number box that may stay empty. */
export const optionalPositive = z.union([z.literal('').transform(() => undefined), above(DecimalNumber)]).optional()
