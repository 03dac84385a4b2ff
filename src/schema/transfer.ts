import { z } from 'zod'
import { DecimalNumber } from './decimal'

const cutOff = (value: z.ZodType<number, unknown>) =>
  value.refine((percent) => percent >= 0 && percent <= 50, {
    error: 'a low-flow cut-off lies between 0 and 50 % of flow',
  })

const transferOf = (value: z.ZodType<number, unknown>) =>
  z.discriminatedUnion(
    'kind',
    [
      z.object({ kind: z.literal('linear') }),
      z.object({ kind: z.literal('root-to-zero'), cutOffPercent: cutOff(value) }),
      z.object({ kind: z.literal('root-with-line'), cutOffPercent: cutOff(value) }),
    ],
    { error: 'not a transfer Barys knows: choose one from the list' },
  )

/** How the instrument itself turns input into output; a root taken in the host is not the instrument's. */
export const Transfer = transferOf(z.number())
/** The same as a form or an API caller sends it. */
export const TransferForm = transferOf(DecimalNumber)

export const TRANSFER_WORDS = {
  linear: 'linear (root, if any, in the host)',
  'root-to-zero': 'square root, dropping to zero below the cut-off',
  'root-with-line': 'square root, straight line below the cut-off',
} as const

/** A transfer as a line of the register or a certificate says it. */
export function transferWords(transfer: z.infer<typeof Transfer>): string {
  if (transfer.kind === 'linear') return 'linear'
  const below = transfer.kind === 'root-to-zero' ? 'zero below' : 'straight line below'
  return transfer.cutOffPercent === 0 ? 'square root' : `square root, ${below} ${transfer.cutOffPercent} % of flow`
}

const scaleOf = (value: z.ZodType<number, unknown>) =>
  z
    .object({ lower: value, upper: value, unit: z.string().trim().min(1, { error: 'name its unit' }).max(20) })
    .refine((scale) => scale.lower !== scale.upper, {
      path: ['upper'],
      error: 'equals the value at 0 %, so the scale has no span: enter two different values',
    })

/** What a local display shows at 0 % and at 100 % output, apart from the pressure range. */
export const DisplayScale = scaleOf(z.number())
export const DisplayScaleForm = scaleOf(DecimalNumber)
