import { z } from 'zod'
import { Refusal } from '@/core/refusal'
import { decimalText } from '@/core/units/decimalText'

/** A number as typed, kept as decimal text with its digits: for readings, whose digits are their resolution. */
export const DecimalText = z.union([z.string().max(60), z.number()]).transform((typed, ctx) => {
  try {
    return decimalText(String(typed), 'value')
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    ctx.addIssue({ code: 'custom', message: `${error.reason}: ${error.remedy}` })
    return z.NEVER
  }
})

/** A number as typed, for the register, where only its value matters. Never `z.coerce`: an empty box is not 0. */
export const DecimalNumber = DecimalText.transform(Number).pipe(z.number())

/** The same box, left empty on purpose. */
export const OptionalDecimalText = z
  .union([z.literal('').transform(() => null), z.null(), DecimalText])
  .optional()
  .transform((value) => value ?? null)
