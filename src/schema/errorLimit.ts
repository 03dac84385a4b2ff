import { z } from 'zod'
import { PRESSURE_UNIT_IDS } from '@/core/units/pressureUnit'
import { unitQuestion } from '@/core/units/unitNames'
import { DecimalNumber } from './decimal'

/** What is said of a unit Barys does not know: what it may have been meant for, where that is known. */
export const unknownUnit = ({ input }: { readonly input?: unknown }): string =>
  `not a unit Barys knows: ${(typeof input === 'string' && unitQuestion(input)) || 'choose one from the list'}`

export const PressureUnitId = z.enum(PRESSURE_UNIT_IDS, { error: unknownUnit })

const positive = (value: z.ZodType<number, unknown>) =>
  value
    .refine((number) => number > 0, { error: 'must be above zero' })
    .refine((number) => number < 1e9, { error: 'is far too large' })

const limitTerms = (value: z.ZodType<number, unknown>) =>
  z.array(
    z.discriminatedUnion('kind', [
      z.object({ kind: z.literal('percentSpan'), value: positive(value) }),
      z.object({ kind: z.literal('percentReading'), value: positive(value) }),
      z.object({ kind: z.literal('percentUrl'), value: positive(value) }),
      z.object({ kind: z.literal('absolute'), value: positive(value), unit: PressureUnitId }),
      z.object({ kind: z.literal('counts'), value: positive(value), step: positive(value), unit: PressureUnitId }),
    ]),
  )

const limitOf = (value: z.ZodType<number, unknown>) =>
  z.object({
    combine: z.enum(['sum', 'larger']),
    terms: limitTerms(value)
      .min(1, { error: 'needs at least one term' })
      .max(4, { error: 'takes four terms at most' })
      .readonly(),
  })

/** An error limit as entered in numbers. */
export const ErrorLimitNumbers = limitOf(z.number())

/** The same as a form or an API caller sends it: values may be text as typed. */
export const ErrorLimitForm = limitOf(DecimalNumber)

const stored = { value: z.number() }
const storedTerms = [
  z.strictObject({ kind: z.literal('percentSpan'), ...stored }),
  z.strictObject({ kind: z.literal('percentReading'), ...stored }),
  z.strictObject({ kind: z.literal('percentUrl'), ...stored }),
  z.strictObject({ kind: z.literal('absolute'), ...stored, unit: PressureUnitId }),
  z.strictObject({ kind: z.literal('counts'), ...stored, step: z.number(), unit: PressureUnitId }),
] as const
const combine = z.enum(['sum', 'larger'])

/** An error limit or adjust limit as stored: what it is, whatever may be entered today. */
export const ErrorLimit = z.strictObject({
  combine,
  terms: z.array(z.discriminatedUnion('kind', storedTerms)).readonly(),
})

/** The accuracy, drift or uncertainty of a reference as stored: it may have terms in the unit of its own range. */
export const ReferenceLimit = z.strictObject({
  combine,
  terms: z
    .array(
      z.discriminatedUnion('kind', [
        ...storedTerms,
        z.strictObject({ kind: z.literal('floor'), ...stored }),
        z.strictObject({ kind: z.literal('steps'), ...stored, step: z.number() }),
      ]),
    )
    .readonly(),
})
