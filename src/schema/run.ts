import { z } from 'zod'
import { DECISIONS } from '@/core/run/decision'
import { RUN_RULE_IDS } from '@/core/run/plan/decisionRule'
import { LINE_FILLS, type LineFill } from '@/core/run/plan/lineHead'
import { MOST_CYCLES, POINT_ORDERS, type PointOrder } from '@/core/run/plan/plan'
import { PointListForm } from './configurationForm'
import { DecimalNumber, DecimalText, OptionalDecimalText } from './decimal'
import { PressureUnitId } from './errorLimit'

/** Text that may be left out: null then. */
const OptionalText = (max: number) =>
  z
    .string()
    .trim()
    .max(max, { error: `${max} characters at most` })
    .transform((typed) => typed || null)
    .nullable()

const Reason = z.string().trim().min(1, { error: 'give the reason' }).max(500, { error: '500 characters at most' })

/** What a run may take otherwise than the register says. Points in the scale the register gives them in. */
export const RunPlan = z.object({
  testPoints: PointListForm.nullable().default(null),
  pointOrder: z
    .enum(Object.keys(POINT_ORDERS) as PointOrder[]) // keys of a const object
    .nullable()
    .default(null),
  cycles: z.int().min(1).max(MOST_CYCLES).default(1),
  /** Whole seconds, as a number or as typed; what is no number is refused, and never becomes no hold. */
  dwellSeconds: DecimalNumber.pipe(
    z
      .int({ error: 'whole seconds: type digits only' })
      .min(1, { error: 'at least a second, or nothing' })
      .max(3600, { error: 'an hour at most' }),
  )
    .nullable()
    .default(null),
  /** How far the output may move meanwhile, ± % of output span. */
  stabilityPercent: DecimalNumber.refine((percent) => percent > 0 && percent <= 10, {
    error: 'above 0 and up to 10 % of span',
  })
    .nullable()
    .default(null),
})

/** What Prepare sends: the run's id is made by the client, so sending it twice starts one run. */
export const StartRun = z.object({
  id: z.uuid(),
  instrumentId: z.uuid(),
  inputUnit: PressureUnitId,
  inputReferenceId: z.uuid({ error: 'choose the reference that gives the pressure' }),
  outputReferenceId: z.uuid({ error: 'choose the meter that reads the output' }).nullable(),
  /** References for the sub-ranges that the first does not reach. */
  furtherReferenceIds: z.array(z.uuid()).max(4, { error: 'five references at most' }).default([]),
  readsDigital: z.boolean().default(false),
  readsDisplay: z.boolean().default(false),
  /** The register's own points and order where left out. */
  plan: RunPlan.default({
    testPoints: null,
    pointOrder: null,
    cycles: 1,
    dwellSeconds: null,
    stabilityPercent: null,
  }),
  decisionRule: z.enum(RUN_RULE_IDS).default('simple-acceptance'),
  /** Why references are used that do not fit; without it they are refused. */
  unfitReason: OptionalText(500).default(null),
  /** How the instrument looked when it was taken up. */
  itemCondition: OptionalText(200).default(null),
  head: z
    .object({
      /** Reference above (+) or below (−) the instrument. */
      heightMillimetre: OptionalDecimalText,
      fill: z.enum(Object.keys(LINE_FILLS) as LineFill[]), // keys of a const object
    })
    .refine(({ heightMillimetre }) => heightMillimetre === null || Math.abs(Number(heightMillimetre)) <= 100_000, {
      path: ['heightMillimetre'],
      error: 'more than 100 m: enter millimetres',
    })
    .nullable()
    .default(null),
  environment: z.object({
    ambientCelsius: OptionalDecimalText,
    relativeHumidityPercent: OptionalDecimalText,
    barometricHPa: OptionalDecimalText,
  }),
})
export type StartRun = z.infer<typeof StartRun>
/** The same as a caller may write it, with what has a default left out. */

/** One accepted reading. A correction names the reading it supersedes and why. */
export const NewReading = z
  .object({
    id: z.uuid(),
    stepId: z.uuid(),
    applied: DecimalText,
    output: DecimalText,
    pv: OptionalDecimalText,
    ao: OptionalDecimalText,
    display: OptionalDecimalText,
    heldSeconds: z.int().min(0).max(86_400).nullable().default(null),
    supersedes: z.uuid().nullable().default(null),
    reason: Reason.nullable().default(null),
  })
  .refine((reading) => (reading.supersedes === null) === (reading.reason === null), {
    path: ['reason'],
    error: 'a correction needs a reason, and only a correction takes one',
  })
export type NewReading = z.infer<typeof NewReading>

/** What can be done to an instrument, in the order people look for it. */
export const ADJUSTMENT_KINDS = {
  'zero-screw': 'zero screw',
  'span-screw': 'span screw',
  'zero-trim': 'zero trim',
  'lower-sensor-trim': 'lower sensor trim',
  'upper-sensor-trim': 'upper sensor trim',
  'output-trim': 'output trim',
  'gauge-zero': 'gauge: zero',
  'gauge-full-scale': 'gauge: full scale',
  'gauge-mid-scale': 'gauge: mid-scale',
  'gauge-near-vacuum': 'gauge: near vacuum',
  'factory-values': 'gauge: back to the factory values',
  'field-values': 'gauge: back to the last field values',
  excitation: 'vacuum gauge: excitation',
  'vacuum-span': 'vacuum gauge: span',
  'vacuum-zero': 'vacuum gauge: zero',
  'hot-offset': 'hot offset, to the gauge glass',
  cleaning: 'cleaned, flushed or re-seated',
  other: 'other work',
} as const
export type AdjustmentKind = keyof typeof ADJUSTMENT_KINDS

/** One thing done, in words and numbers. Outputs in the unit of the signal, the input in the run's input unit. */
export const NewAdjustment = z
  .object({
    id: z.uuid(),
    kind: z.enum(Object.keys(ADJUSTMENT_KINDS) as AdjustmentKind[]), // keys of a const object
    words: z.string().trim().max(500, { error: '500 characters at most' }),
    applied: OptionalDecimalText,
    beforeOutput: OptionalDecimalText,
    afterOutput: OptionalDecimalText,
    heldSeconds: z.int().min(0).max(86_400).nullable().default(null),
  })
  .refine((done) => done.words !== '' || done.afterOutput !== null, {
    path: ['words'],
    error: 'say what was done, or give the output after it',
  })
export type NewAdjustment = z.infer<typeof NewAdjustment>

/** The technician's decision after a round. A reason is needed when it is not what Barys advised. */
export const NewDecision = z.object({
  round: z.int().nonnegative(),
  decision: z.enum(DECISIONS),
  reason: Reason.nullable().default(null),
})
export type NewDecision = z.infer<typeof NewDecision>

/**
 * Opens the next as-left round. `round` guards against opening two by a repeated send. Fewer points than as found need
 * the reason; points in the scale the register gives them in.
 */
export const OpenRound = z.object({
  round: z.int().positive(),
  fewerPoints: z.object({ testPoints: PointListForm, reason: Reason }).nullable().default(null),
})
export type OpenRound = z.infer<typeof OpenRound>

/** One step of taking out of service or putting back, answered. */
export const WorkStepAnswer = z
  .object({
    id: z.uuid(),
    list: z.enum(['isolate', 'restore']),
    item: z.string().min(1).max(40),
    outcome: z.enum(['done', 'not-applicable']),
    words: z
      .string()
      .trim()
      .max(1000, { error: '1000 characters at most' })
      .transform((text) => text || null)
      .nullable()
      .default(null),
  })
  .refine(({ outcome, words }) => outcome === 'done' || words !== null, {
    path: ['words'],
    error: 'say why the step does not apply',
  })
export type WorkStepAnswer = z.infer<typeof WorkStepAnswer>

/** What the host shows at one point, with the volts over a sense resistor where they were measured. */
export const NewLoopCheck = z
  .object({
    id: z.uuid(),
    percent: z.number().min(0).max(100),
    hostValue: DecimalText,
    senseOhms: OptionalDecimalText,
    senseVolts: OptionalDecimalText,
  })
  .refine(({ senseOhms, senseVolts }) => (senseOhms === null) === (senseVolts === null), {
    path: ['senseVolts'],
    error: 'ohms and volts go together: give both or neither',
  })
  .refine(({ senseOhms }) => senseOhms === null || Number(senseOhms) > 0, {
    path: ['senseOhms'],
    error: 'a resistor has more than no ohms',
  })
export type NewLoopCheck = z.infer<typeof NewLoopCheck>

/** A point that was gone past, and is approached again. */
export const NewOvershoot = z.object({ id: z.uuid(), stepId: z.uuid(), applied: OptionalDecimalText })
export type NewOvershoot = z.infer<typeof NewOvershoot>

/** Signing: the password once more, an explicit confirmation, and a remark where the last round is outside. */
export const Signing = z.object({
  password: z.string().min(1, { error: 'give your password once more: it is your signature' }).max(200),
  confirmed: z.literal(true, { error: 'confirm that these are the readings you took' }),
  remark: z
    .string()
    .trim()
    .max(1000, { error: '1000 characters at most' })
    .transform((text) => text || null)
    .nullable()
    .default(null),
})
export type Signing = z.infer<typeof Signing>

/** Giving a run up; it is kept. */
export const Abandoning = z.object({ reason: Reason })

/** Interrupting a run, or going on with it. */
export const NewPause = z
  .object({ id: z.uuid(), kind: z.enum(['paused', 'resumed']), words: Reason.nullable().default(null) })
  .refine(({ kind, words }) => kind === 'resumed' || words !== null, {
    path: ['words'],
    error: 'say why, and how it is left: whoever goes on reads it',
  })
export type NewPause = z.infer<typeof NewPause>

/** Where somebody is in a run, and what they have typed and not sent. */
export const Presence = z.object({
  place: z.string().max(80),
  draft: z
    .record(z.string().max(80), z.json())
    .refine((draft) => JSON.stringify(draft).length <= 8000, { error: 'too much typed to be kept: send some of it' }),
})
export type Presence = z.infer<typeof Presence>

/** Who else is there, and a text that changes whenever something is recorded. */
export type PresenceAnswer = {
  readonly others: readonly { readonly name: string; readonly place: string; readonly seenAt: string }[]
  readonly mark: string
}
