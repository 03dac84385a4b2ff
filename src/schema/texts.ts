import { z } from 'zod'

/** Text that may be left out: null then. */
export const OptionalText = (max: number) =>
  z
    .string()
    .trim()
    .max(max, { error: `${max} characters at most` })
    .transform((typed) => typed || null)
    .nullable()

/** Why something is done that has to be answered for. */
export const Reason = z
  .string()
  .trim()
  .min(1, { error: 'give the reason' })
  .max(500, { error: '500 characters at most' })
