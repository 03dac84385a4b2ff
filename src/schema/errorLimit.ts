import { z } from 'zod'
import { PART_BOUNDARY_PERCENT } from '@/core/error/errorLimit'
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

/** So many parts of the range may have a limit of their own: the first, and these. */
export const MOST_FURTHER_PARTS = 5

const termsOf = (value: z.ZodType<number, unknown>) =>
  z.object({
    combine: z.enum(['sum', 'larger']),
    terms: limitTerms(value)
      .min(1, { error: 'needs at least one term' })
      .max(4, { error: 'takes four terms at most' })
      .readonly(),
  })

function limitOf(value: z.ZodType<number, unknown>) {
  const terms = termsOf(value)
  const part = terms.extend({ below: terms.optional() })
  const fromPercent = value.refine((percent) => percent > 0 && percent < 100, {
    error: 'must lie within the range: enter more than 0 and less than 100 % of it',
  })
  return part.extend({
    further: z
      .array(part.extend({ fromPercent }))
      .min(1)
      .max(MOST_FURTHER_PARTS, { error: `takes ${MOST_FURTHER_PARTS + 1} parts of the range at most` })
      .superRefine((parts, ctx) => {
        for (const [index, { fromPercent: from }] of parts.entries()) {
          const before = parts[index - 1]?.fromPercent ?? 0
          if (index > 0 && from < before + 2 * PART_BOUNDARY_PERCENT)
            ctx.addIssue({
              code: 'custom',
              path: [index, 'fromPercent'],
              message: `must begin at least ${2 * PART_BOUNDARY_PERCENT} % of the range above the part before it, which begins at ${before} %`,
            })
        }
      })
      .readonly()
      .optional(),
  })
}

/** Terms of a limit as entered in numbers. */
export const LimitTermsNumbers = termsOf(z.number())

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

const storedLimit = z.strictObject({ combine, terms: z.array(z.discriminatedUnion('kind', storedTerms)).readonly() })
const storedPart = storedLimit.extend({ below: storedLimit.optional() })

/** An error limit or adjust limit as stored: what it is, whatever may be entered today. */
export const ErrorLimit = storedPart.extend({
  further: z
    .array(storedPart.extend({ fromPercent: z.number() }))
    .readonly()
    .optional(),
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
