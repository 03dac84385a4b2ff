import { z } from 'zod'
import { DECISIONS } from '@/core/run/decision'
import { ADJUSTMENT_KIND_IDS } from '../core/adjust/adjustmentKind'
import { EXCITATION_UNITS } from '../core/adjust/excitation'
import { RECORDED_FIGURES } from './readings/readingQuantities'
import { WorkingReference } from './world'

/*
 * What is recorded in a run: the one shape that its view, its sealed record and its amendment are made of. Strict, so
 * that a fact that is recorded and not named here is refused, never dropped. A field that came later is left out where
 * nothing was recorded: older records have none.
 */

const time = z.iso.datetime()

/** What of a reading can come over a link. */
export const LINKED_FIELDS = ['applied', 'output', 'pv', 'ao'] as const
export type LinkedField = (typeof LINKED_FIELDS)[number]

/**
 * How a reading was taken where it was not typed: some of its figures as devices showed them at that moment, or the means
 * of several, settled by a rule or by a person's word. Spreads are standard deviations of the single readings.
 */
export const ReadingTaking = z.discriminatedUnion('way', [
  z.strictObject({ way: z.literal('linked'), fields: z.array(z.enum(LINKED_FIELDS)).min(1).readonly() }),
  z.strictObject({
    way: z.literal('automatic'),
    readings: z.int().positive(),
    appliedSpread: z.string(),
    outputSpread: z.string(),
    settledBy: z.enum(['time', 'window', 'statistical', 'person']),
  }),
])
export type ReadingTaking = z.infer<typeof ReadingTaking>

/** A reading as recorded; `applied` and `output` with the digits typed. */
export const RecordedReading = z.strictObject({
  id: z.uuid(),
  ...RECORDED_FIGURES,
  /** How long the point was held before it was read, where that was timed. */
  heldSeconds: z.int().optional(),
  /** Left out where it was typed. */
  taking: ReadingTaking.optional(),
  takenAt: time,
  takenBy: z.string(),
  supersedes: z.uuid().nullable(),
  reason: z.string().nullable(),
})

export type RecordedReading = z.infer<typeof RecordedReading>

const RecordedOvershoot = z.strictObject({
  id: z.uuid(),
  /** How far it went; null where nobody looked. */
  applied: z.string().nullable(),
  notedAt: time,
  notedBy: z.string(),
})
export type RecordedOvershoot = z.infer<typeof RecordedOvershoot>

/** A planned point of a round with every reading ever taken for it, oldest first; the last one holds. */
const RunStep = z.strictObject({
  id: z.uuid(),
  position: z.int(),
  percent: z.number(),
  direction: z.enum(['rising', 'falling']),
  /** Left out in the first cycle. */
  cycle: z.int().optional(),
  /** Times the point was gone past and approached again; left out where it never was. */
  overshoots: z.array(RecordedOvershoot).readonly().optional(),
  readings: z.array(RecordedReading).readonly(),
})
export type RunStep = z.infer<typeof RunStep>

const RecordedAdjustment = z.strictObject({
  id: z.uuid(),
  kind: z.enum(ADJUSTMENT_KIND_IDS),
  words: z.string(),
  applied: z.string().nullable(),
  beforeOutput: z.string().nullable(),
  afterOutput: z.string().nullable(),
  /** PV before and after, in the unit of the range, where it was noted. */
  beforePv: z.string().optional(),
  afterPv: z.string().optional(),
  /** The excitation of a vacuum gauge: as read, in which unit, by which meter; all three, or in records before it none. */
  excitation: z.string().optional(),
  excitationUnit: z.enum(EXCITATION_UNITS).optional(),
  excitationMeter: z.string().optional(),
  /** The act this one takes the place of; it stays in the record. */
  supersedes: z.uuid().optional(),
  /** Why it was corrected, or done where or when it does not belong. */
  reason: z.string().optional(),
  /** The superseded act was never done. */
  isWithdrawn: z.literal(true).optional(),
  /** How long it was held before it was taken, where that was timed. */
  heldSeconds: z.int().optional(),
  doneAt: time,
  doneBy: z.string(),
})
export type RecordedAdjustment = z.infer<typeof RecordedAdjustment>

const DecidedOnce = z.strictObject({
  decision: z.enum(DECISIONS),
  reason: z.string().nullable(),
  decidedAt: time,
  decidedBy: z.string(),
})
const RecordedDecision = DecidedOnce.extend({
  /** What had been decided after the round before, oldest first; left out where it was decided once. */
  insteadOf: z.array(DecidedOnce).readonly().optional(),
})
export type RecordedDecision = z.infer<typeof RecordedDecision>

/** The first round that counts is as found; adjustments are those made after the round. */
export const RunRound = z.strictObject({
  round: z.int().nonnegative(),
  steps: z.array(RunStep).readonly(),
  decision: RecordedDecision.nullable(),
  adjustments: z.array(RecordedAdjustment).readonly(),
  /** Why this round has other points than the one before it; left out where it has the same. */
  planReason: z.string().optional(),
})
export type RunRound = z.infer<typeof RunRound>

const RecordedWorkStep = z.strictObject({
  id: z.uuid(),
  list: z.enum(['isolate', 'restore']),
  item: z.string(),
  outcome: z.enum(['done', 'not-applicable']),
  words: z.string().nullable(),
  answeredAt: time,
  answeredBy: z.string(),
})
export type RecordedWorkStep = z.infer<typeof RecordedWorkStep>

const RecordedLoopCheck = z.strictObject({
  id: z.uuid(),
  percent: z.number(),
  /** Null where a voltmeter alone was read. */
  hostValue: z.string().nullable(),
  /** What the host itself may be off by, ± % of its scale; left out where nobody has said. */
  limitPercent: z.number().optional(),
  /** Sense resistor and the volts across it, where they were measured. */
  senseOhms: z.string().nullable(),
  senseVolts: z.string().nullable(),
  checkedAt: time,
  checkedBy: z.string(),
})
export type RecordedLoopCheck = z.infer<typeof RecordedLoopCheck>

const RecordedTerminalCheck = z.strictObject({
  id: z.uuid(),
  milliamp: z.string(),
  volts: z.string(),
  checkedAt: time,
  checkedBy: z.string(),
})
export type RecordedTerminalCheck = z.infer<typeof RecordedTerminalCheck>

const RecordedExchange = z.strictObject({
  id: z.uuid(),
  replaces: z.uuid(),
  standard: WorkingReference,
  reason: z.string(),
  at: time,
  by: z.string(),
})
export type RecordedExchange = z.infer<typeof RecordedExchange>

/** The work was interrupted, or gone on with. */
const RecordedPause = z.strictObject({
  id: z.uuid(),
  kind: z.enum(['paused', 'resumed']),
  words: z.string().nullable(),
  at: time,
  by: z.string(),
})
export type RecordedPause = z.infer<typeof RecordedPause>

/** What is recorded in a run from its first reading to its last pause. */
export const recordedInRun = {
  rounds: z.array(RunRound).readonly(),
  /** Steps of taking out of service and putting back, in the order they were answered; left out while there are none. */
  workSteps: z.array(RecordedWorkStep).readonly().optional(),
  /** What the host showed; left out where it was not looked at. */
  loopChecks: z.array(RecordedLoopCheck).readonly().optional(),
  /** References exchanged during the run; left out where there were none. */
  exchanges: z.array(RecordedExchange).readonly().optional(),
  /** Volts at the terminals; left out where nobody measured them. */
  terminalChecks: z.array(RecordedTerminalCheck).readonly().optional(),
  /** Interruptions and their ends, in the order of time; left out where there were none. */
  pauses: z.array(RecordedPause).readonly().optional(),
}
const RecordedRun = z.strictObject(recordedInRun)
export type RecordedRun = z.infer<typeof RecordedRun>
