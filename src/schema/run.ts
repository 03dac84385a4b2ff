import { z } from 'zod'
import { DECISIONS } from '@/core/run/decision'
import { ACTS, ADJUSTMENT_KIND_IDS } from '../core/adjust/adjustmentKind'
import { EXCITATION_UNITS } from '../core/adjust/excitation'
import { DecimalText, OptionalDecimalText } from './decimal'
import { PointListForm } from './pointList'
import { SENT_FIGURES } from './readings/readingQuantities'
import { LINKED_FIELDS } from './recordedRun'
import { OptionalText, Reason } from './texts'

/** One accepted reading. A correction names the reading it supersedes and why. */
export const NewReading = z
  .object({
    id: z.uuid(),
    stepId: z.uuid(),
    ...SENT_FIGURES,
    heldSeconds: z.int().min(0).max(86_400).nullable().default(null),
    /** Which of the figures a device gave, as it was shown; a correction is typed. */
    linkedFields: z.array(z.enum(LINKED_FIELDS)).min(1).readonly().optional(),
    supersedes: z.uuid().nullable().default(null),
    reason: Reason.nullable().default(null),
  })
  .refine((reading) => reading.supersedes === null || reading.linkedFields === undefined, {
    path: ['linkedFields'],
    error: 'a correction is typed',
  })
  .refine((reading) => (reading.supersedes === null) === (reading.reason === null), {
    path: ['reason'],
    error: 'a correction needs a reason, and only a correction takes one',
  })

export type NewReading = z.infer<typeof NewReading>

/** Another reference in the place of one of the run. */
export const NewExchange = z.object({
  id: z.uuid(),
  replaces: z.uuid(),
  standardId: z.uuid({ error: 'choose the reference that takes its place' }),
  reason: Reason,
})
export type NewExchange = z.infer<typeof NewExchange>

/** Whether the corrections of a reference are made to what it showed, for the whole run. */
export const NewCorrectionChoice = z.object({
  id: z.uuid(),
  referenceId: z.uuid({ error: 'choose a reference of the run' }),
  isApplied: z.boolean(),
  reason: Reason,
})
export type NewCorrectionChoice = z.infer<typeof NewCorrectionChoice>

/** One thing done, in words and numbers. Outputs in the unit of the signal, the input in the run's input unit. */
export const NewAdjustment = z
  .object({
    id: z.uuid(),
    kind: z.enum(ADJUSTMENT_KIND_IDS),
    words: z.string().trim().max(500, { error: '500 characters at most' }),
    applied: OptionalDecimalText,
    beforeOutput: OptionalDecimalText,
    afterOutput: OptionalDecimalText,
    /** PV before and after, in the unit of the range: trims of the sensor are seen in it. */
    beforePv: OptionalDecimalText,
    afterPv: OptionalDecimalText,
    /** The excitation of a vacuum gauge: as read, in which unit, by which meter; with that kind of act and no other. */
    excitation: OptionalDecimalText,
    excitationUnit: z.enum(EXCITATION_UNITS).nullable().default(null),
    excitationMeter: OptionalText(100).default(null),
    heldSeconds: z.int().min(0).max(86_400).nullable().default(null),
    /** The act this one corrects; with its reason. */
    supersedes: z.uuid().nullable().default(null),
    /** Why it is corrected, or why it is done where or when it does not belong. */
    reason: Reason.nullable().default(null),
    /** The corrected act was never done. */
    isWithdrawn: z.boolean().default(false),
  })
  .refine(
    (done) =>
      done.words !== '' ||
      [done.afterOutput, done.afterPv, done.excitation].some((figure) => figure !== null) ||
      done.isWithdrawn,
    { path: ['words'], error: 'say what was done, or give the reading after it' },
  )
  .refine(
    ({ kind, isWithdrawn, excitation, excitationUnit, excitationMeter }) => {
      const given = [excitation, excitationUnit, excitationMeter].filter((each) => each !== null).length
      return given === (ACTS[kind].seenIn === 'excitation' && !isWithdrawn ? 3 : 0)
    },
    { path: ['excitation'], error: 'an excitation has its value, its unit and the meter it was read by' },
  )
  .refine(({ supersedes, reason }) => supersedes === null || reason !== null, {
    path: ['reason'],
    error: 'say why it is corrected',
  })
  .refine(({ supersedes, isWithdrawn }) => !isWithdrawn || supersedes !== null, {
    path: ['supersedes'],
    error: 'name the act that was never done',
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
    words: OptionalText(1000).default(null),
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
    /** Left out where a voltmeter alone is read. */
    hostValue: OptionalDecimalText,
    /** What the host or indicator itself may be off by, ± % of its scale. */
    limitPercent: z.number().positive().max(20).nullable().default(null),
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
  .refine(({ hostValue, senseVolts }) => hostValue !== null || senseVolts !== null, {
    path: ['hostValue'],
    error: 'nothing was read: give what the host shows, or the volts over its resistor',
  })

export type NewLoopCheck = z.infer<typeof NewLoopCheck>

/** Volts measured at the terminals of the transmitter, at a current. */
export const NewTerminalCheck = z.object({
  id: z.uuid(),
  milliamp: DecimalText.refine((text) => Number(text) >= 0 && Number(text) <= 60, { error: 'a loop current in mA' }),
  volts: DecimalText.refine((text) => Number(text) >= 0 && Number(text) <= 100, { error: 'up to 100 V' }),
})
export type NewTerminalCheck = z.infer<typeof NewTerminalCheck>

/** A point that was gone past, and is approached again. */
export const NewOvershoot = z.object({ id: z.uuid(), stepId: z.uuid(), applied: OptionalDecimalText })

export type NewOvershoot = z.infer<typeof NewOvershoot>
