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

/**
 * How the instrument itself turns input into output, as stored; a root taken in the host is not the instrument's.
 */
export const Transfer = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('linear') }),
  z.strictObject({ kind: z.literal('root-to-zero'), cutOffPercent: z.number() }),
  z.strictObject({ kind: z.literal('root-with-line'), cutOffPercent: z.number() }),
])
export type Transfer = z.infer<typeof Transfer>
/** The same as entered in numbers. */
export const TransferNumbers = transferOf(z.number())
/** The same as a form or an API caller sends it. */
export const TransferForm = transferOf(DecimalNumber)

const scaleOf = (value: z.ZodType<number, unknown>) =>
  z
    .object({ lower: value, upper: value, unit: z.string().trim().min(1, { error: 'name its unit' }).max(20) })
    .refine((scale) => scale.lower !== scale.upper, {
      path: ['upper'],
      error: 'equals the value at 0 %, so the scale has no span: enter two different values',
    })

/** What a local display shows at 0 % and at 100 % output, apart from the pressure range; as stored. */
export const DisplayScale = z.strictObject({ lower: z.number(), upper: z.number(), unit: z.string() })
/** The same as entered in numbers. */
export const DisplayScaleNumbers = scaleOf(z.number())
export const DisplayScaleForm = scaleOf(DecimalNumber)
