import { z } from 'zod'
import { DecimalText, OptionalDecimalText } from './decimal'
import { PressureUnitId } from './errorLimit'

const Reason = z.string().trim().min(1, { error: 'give the reason' }).max(500, { error: '500 characters at most' })

/** What Prepare sends: the run's id is made by the client, so sending it twice starts one run. */
export const StartRun = z.object({
  id: z.uuid(),
  instrumentId: z.uuid(),
  inputUnit: PressureUnitId,
  inputReferenceId: z.uuid({ error: 'choose the reference that gives the pressure' }),
  outputReferenceId: z.uuid({ error: 'choose the meter that reads the output' }).nullable(),
  readsDigital: z.boolean().default(false),
  environment: z.object({
    ambientCelsius: OptionalDecimalText,
    relativeHumidityPercent: OptionalDecimalText,
    barometricHPa: OptionalDecimalText,
  }),
})
export type StartRun = z.infer<typeof StartRun>

/** One accepted reading. A correction names the reading it supersedes and why. */
export const NewReading = z
  .object({
    id: z.uuid(),
    stepId: z.uuid(),
    applied: DecimalText,
    output: DecimalText,
    pv: OptionalDecimalText,
    ao: OptionalDecimalText,
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
  })
  .refine((done) => done.words !== '' || done.afterOutput !== null, {
    path: ['words'],
    error: 'say what was done, or give the output after it',
  })
export type NewAdjustment = z.infer<typeof NewAdjustment>

/** The technician's decision after a round. A reason is needed when it is not what Barys advised. */
export const NewDecision = z.object({
  round: z.int().nonnegative(),
  decision: z.enum(['leave', 'adjust', 'repair']),
  reason: Reason.nullable().default(null),
})
export type NewDecision = z.infer<typeof NewDecision>

/** Opens the next as-left round. `round` guards against opening two by a repeated send. */
export const OpenRound = z.object({ round: z.int().positive() })

/** Signing: who, with an explicit confirmation, and a remark where the last round is outside. */
export const Signing = z.object({
  personId: z.uuid({ error: 'choose who signs' }),
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
