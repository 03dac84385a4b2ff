import { z } from 'zod'
import { CHANGE_IDS, type Change } from '@/core/impact/recomputedRun'
import { MOVEMENT_IDS } from '@/core/impact/whenMoved'
import { Reason } from './texts'

const calendarDate = z.iso.date({ error: 'is no date: enter it as 2026-03-31' })
const size = z.number({ error: 'is still empty: by how much was it off?' }).gte(-1e9).lte(1e9)

/** What is supposed of a reference in doubt: which range, in which days, off by how much, and when it moved. */
export const ImpactAsk = z
  .object({
    rangeId: z.uuid(),
    from: calendarDate,
    to: calendarDate,
    movement: z.enum(MOVEMENT_IDS, { error: 'choose when it moved' }),
    on: calendarDate.nullable().default(null),
    found: z.discriminatedUnion('kind', [
      /** By the points of one of its certificates, as found. */
      z.object({ kind: z.literal('certificate'), certificateId: z.uuid({ error: 'choose a certificate' }) }),
      z.object({ kind: z.enum(['constant', 'percent-reading', 'percent-range']), value: size }),
    ]),
  })
  .superRefine(({ from, to, movement, on }, ctx) => {
    const refuse = (field: string, message: string) => ctx.addIssue({ code: 'custom', path: [field], message })
    if (to <= from) refuse('to', 'is not after the first day in doubt')
    if (movement !== 'on-a-day') return
    if (on === null) refuse('on', 'is still empty: on which day did it move?')
    else if (on < from || on > to) refuse('on', 'lies outside the days in doubt')
  })
export type ImpactAsk = z.infer<typeof ImpactAsk>

const ROUNDS = ['as-found', 'as-left', 'both'] as const

/** A sealed run that says something else with the reference as it is supposed to have been. */
export type ImpactRow = {
  readonly sequence: number
  readonly instrumentId: string
  readonly tag: string
  readonly description: string
  readonly area: string
  /** Calendar date of the work. */
  readonly day: string
  /** The round that changes most; it was found and left so where nothing was adjusted. */
  readonly round: (typeof ROUNDS)[number]
  readonly change: Change
  /** In what errors and limit are told. */
  readonly basis: 'span' | 'reading'
  /** At the point nearest its limit, each time. */
  readonly before: number
  readonly after: number
  readonly limit: number
  readonly shareBefore: number
  readonly shareAfter: number
  /** Probability that it is outside in truth; null where no uncertainty is stated. */
  readonly riskBefore: number | null
  readonly riskAfter: number | null
  /** What the process is read wrong by, in the unit of the range; null where it cannot be told. */
  readonly errorInput: number | null
  readonly unitLabel: string
  /** A later calibration without the reference in doubt. */
  readonly doneSince: { readonly sequence: number; readonly day: string } | null
}

/** A run as the picture shows it. */
export type ImpactDot = {
  readonly sequence: number
  readonly tag: string
  /** When the work began, ms. */
  readonly at: number
  readonly shareBefore: number
  readonly shareAfter: number
  readonly change: Change
}

export type ImpactSummary = {
  readonly runs: number
  readonly open: number
  readonly counts: Readonly<Record<Change, number>>
  /** Of those that change for the worse, how many have been calibrated again since. */
  readonly doneSince: number
  /** How many instruments are to be calibrated again: a pass became a fail, and they have not been since. */
  readonly wantedAgain: number
  /** What changes, the gravest first. A screen is sent {@link MOST_SHOWN} of it at most; findings and reports have all. */
  readonly rows: readonly ImpactRow[]
  /** Every run, or an even choice of those that stay as they were. */
  readonly dots: readonly ImpactDot[]
  readonly seconds: number
}
export const MOST_SHOWN = 2000
export const MOST_DOTS = 1500

/** What the search for an impact answers, line by line. */
export type ImpactLine =
  | { readonly kind: 'progress'; readonly done: number; readonly of: number }
  | { readonly kind: 'done'; readonly summary: ImpactSummary }
  | { readonly kind: 'refused'; readonly words: string }

/** A finding to be attached to the records it changes. */
export const NewFinding = z.object({ id: z.uuid(), ask: ImpactAsk, words: Reason })
export type NewFinding = z.infer<typeof NewFinding>

/** A finding that undoes another. */
export const UndoFinding = z.object({ id: z.uuid(), words: Reason })
export type UndoFinding = z.infer<typeof UndoFinding>

/** Instruments whose pass becomes a fail are to be calibrated again. */
export const NewFollowUps = z.object({ ask: ImpactAsk })
export type NewFollowUps = z.infer<typeof NewFollowUps>

/** A finding as it is chained: canonical JSON of this is what is hashed. */
export const FindingRecord = z.strictObject({
  format: z.literal('barys-finding-1'),
  sequence: z.int().positive(),
  previousHash: z.string(),
  reference: z.strictObject({ code: z.string(), rangeId: z.uuid() }),
  /** Absent where it undoes another. */
  supposed: z
    .strictObject({
      from: z.string(),
      to: z.string(),
      movement: z.enum(MOVEMENT_IDS),
      on: z.string().nullable(),
      found: z.string(),
    })
    .optional(),
  undoes: z.int().positive().optional(),
  words: z.string(),
  by: z.string(),
  at: z.iso.datetime(),
  records: z.array(
    z.strictObject({
      sequence: z.int().positive(),
      tag: z.string(),
      round: z.enum(ROUNDS),
      change: z.enum(CHANGE_IDS),
      basis: z.enum(['span', 'reading']),
      before: z.number(),
      after: z.number(),
      limit: z.number(),
    }),
  ),
})
export type FindingRecord = z.infer<typeof FindingRecord>

/** A finding as it is told at a reference or at a record. */
export type ToldFinding = {
  readonly sequence: number
  readonly words: string
  readonly supposed: string
  /** ISO time. */
  readonly at: string
  readonly by: string
  readonly undoneBy: number | null
  /** How many records it stands at. */
  readonly records: number
  /** At a record: what it changes there. */
  readonly change: Change | null
}
