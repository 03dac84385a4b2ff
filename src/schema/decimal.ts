import { z } from 'zod'
import { orRefused } from '@/core/refusal'
import { COMMA_REMEDY, commaQuestion, decimalText } from '@/core/units/decimalText'

/** A number as typed, kept as decimal text with its digits: for readings, whose digits are their resolution. */
export const DecimalText = z.union([z.string().max(60), z.number()]).transform((typed, ctx) => {
  return orRefused(
    () => decimalText(String(typed), 'value'),
    ({ line }) => {
      ctx.addIssue({ code: 'custom', message: line })
      return z.NEVER
    },
  )
})

/**
 * A number as typed, for the register, where only its value matters. Never `z.coerce`: an empty box is not 0. What can be
 * read two ways is asked about: readings are told by their instrument’s own digits, a register by nothing.
 */
export const DecimalNumber = z
  .union([z.string().max(60), z.number()])
  .superRefine((typed, ctx) => {
    const question = typeof typed === 'string' ? commaQuestion(typed) : null
    if (question) ctx.addIssue({ code: 'custom', message: `${question}: ${COMMA_REMEDY}` })
  })
  .pipe(DecimalText)
  .transform(Number)
  .pipe(z.number())

/** A figure that most readings have not: left out where it is empty. */
export const AbsentDecimalText = z
  .union([z.literal('').transform(() => undefined), z.null().transform(() => undefined), DecimalText])
  .optional()

/** The same box, left empty on purpose. */
export const OptionalDecimalText = z
  .union([z.literal('').transform(() => null), z.null(), DecimalText])
  .optional()
  .transform((value) => value ?? null)
