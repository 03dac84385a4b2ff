import { z } from 'zod'
import type { ErrorLimit } from '@/core/error/errorLimit'
import { ErrorLimitNumbers, LimitTermsNumbers } from '@/schema/errorLimit'
import { number, titled } from '@/schema/field'

const below = titled(LimitTermsNumbers.nullable().default(null), 'Limit of errors below zero, if it is another')

/** An error limit as a form of boxes has it: what does not apply is null, or no row. */
export const LimitInput = titled(
  LimitTermsNumbers.extend({
    below,
    further: titled(
      z.array(LimitTermsNumbers.extend({ fromPercent: number('From, % of range'), below })).default([]),
      'Further parts of the range',
    ),
  }).superRefine((given, ctx) => {
    const { error } = ErrorLimitNumbers.safeParse(limitOf(given))
    for (const { path, message } of error?.issues ?? []) ctx.addIssue({ code: 'custom', path, message })
  }),
  'Error limit',
)

type Below = z.infer<typeof below>
type Part = z.infer<typeof LimitTermsNumbers> & { below: Below }

/** The limit the core knows. The form is not turned into it while parsed: a refusal names the boxes of the form. */
export function limitOf({ further, ...part }: Part & { further: (Part & { fromPercent: number })[] }): ErrorLimit {
  return { ...withoutNull(part), ...(further.length > 0 && { further: further.map(withoutNull) }) }
}
const withoutNull = <P extends { below: Below }>({ below: lower, ...part }: P) => ({
  ...part,
  ...(lower && { below: lower }),
})
