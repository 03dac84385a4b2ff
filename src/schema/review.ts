import { z } from 'zod'
import { LINE_FILL_IDS } from '@/core/pressure/lineHead'
import { OptionalDecimalText } from './decimal'
import { HeadForm } from './startRun'

const remark = z
  .string()
  .trim()
  .max(1000, { error: '1000 characters at most' })
  .transform((text) => text || null)
  .nullable()
  .default(null)

/** A reviewer's answer to a sealed record: signed as reviewed, or returned with what is to be done. */
export const ReviewAnswer = z
  .object({
    outcome: z.enum(['reviewed', 'returned']),
    password: z.string().min(1, { error: 'give your password once more: it is your signature' }).max(200),
    remark,
  })
  .refine(({ outcome, remark: said }) => outcome === 'reviewed' || said !== null, {
    path: ['remark'],
    error: 'say what is to be done: the technician reads it',
  })
export type ReviewAnswer = z.infer<typeof ReviewAnswer>

const Words = z.string().trim().min(1, { error: 'give the words' }).max(500, { error: '500 characters at most' })

/**
 * Why a sealed record is amended, and what is put right besides its readings, which are corrected in the run of the
 * amendment. What is left out stays as it was recorded.
 */
export const Amending = z.object({
  id: z.uuid(),
  reason: z.string().trim().min(1, { error: 'give the reason' }).max(500, { error: '500 characters at most' }),
  environment: z
    .object({
      ambientCelsius: OptionalDecimalText,
      relativeHumidityPercent: OptionalDecimalText,
      barometricHPa: OptionalDecimalText,
    })
    .optional(),
  itemCondition: z.string().trim().max(200, { error: '200 characters at most' }).optional(),
  /** Reference above (+) or below (−) the instrument, and what filled the line; 0 is level. */
  head: HeadForm(LINE_FILL_IDS).optional(),
  inputReferenceId: z.uuid().optional(),
  outputReferenceId: z.uuid().optional(),
  /** Reasons of decisions, by round. */
  decisionReasons: z.record(z.string().regex(/^\d+$/), Words).default({}),
  /** Words of adjustments, by the id of the act. */
  adjustmentWords: z.record(z.uuid(), Words).default({}),
  /** Words of steps of work, by the id of the step. */
  workStepWords: z.record(z.uuid(), Words).default({}),
})
export type Amending = z.infer<typeof Amending>

/** A review as shown. */
export type Review = {
  readonly outcome: 'reviewed' | 'returned'
  readonly personName: string
  readonly remark: string | null
  readonly signedAt: string
}

/** Where a record stands: waiting for its reviewer, returned, reviewed, or replaced by an amendment. */
export type ReviewState = 'waiting' | 'returned' | 'reviewed' | 'amended'
export const REVIEW_WORDS: Record<ReviewState, string> = {
  waiting: 'to be reviewed',
  returned: 'returned with a remark',
  reviewed: 'reviewed',
  amended: 'amended by a later record',
}
