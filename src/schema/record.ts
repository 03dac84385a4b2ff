import { z } from 'zod'
import { POINT_VERDICTS } from '@/core/error/verdict'
import { DECISIONS } from '@/core/run/decision'
import { RUN_RULE_IDS } from '@/core/run/decisionRule'
import { STAGES } from '@/core/run/stage'
import { ADJUSTMENT_KINDS, type AdjustmentKind } from './run'
import { World } from './world'

const verdict = z.enum(POINT_VERDICTS)
const time = z.iso.datetime()

const RecordReading = z.strictObject({
  id: z.uuid(),
  applied: z.string(),
  output: z.string(),
  pv: z.string().optional(),
  ao: z.string().optional(),
  display: z.string().optional(),
  heldSeconds: z.int().optional(),
  takenAt: time,
  takenBy: z.string(),
  supersedes: z.uuid().nullable(),
  reason: z.string().nullable(),
})

/** The budget of a point; contributions in % of output span. */
const RecordBudget = z.strictObject({
  lines: z.array(
    z.strictObject({
      name: z.string(),
      group: z.enum(['reference', 'output', 'instrument']),
      value: z.number(),
      unit: z.string(),
      distribution: z.enum(['rectangular', 'normal']),
      divisor: z.number(),
      sensitivity: z.number(),
      degrees: z.number().nullable(),
      source: z.string(),
      contribution: z.number(),
      sharePercent: z.number(),
    }),
  ),
  combinedStandardUncertainty: z.number(),
  effectiveDegrees: z.number().nullable(),
  coverageFactor: z.number(),
  expandedUncertainty: z.number(),
})

/** A computed point of a round. Inputs in the unit of the range, outputs in the unit of the signal. */
const RecordPoint = z.strictObject({
  targetPercent: z.number(),
  direction: z.enum(['rising', 'falling']),
  applied: z.number(),
  output: z.number(),
  appliedPercent: z.number(),
  idealOutput: z.number(),
  errorOutput: z.number(),
  errorPercentSpan: z.number(),
  /** Null where no input gives the output, as below a cut-off. */
  errorInput: z.number().nullable(),
  limitPercentSpan: z.number(),
  adjustLimitPercentSpan: z.number().nullable(),
  verdict,
  cutOff: z.enum(['at', 'below']).optional(),
  expandedUncertaintyPercentSpan: z.number().optional(),
  budget: RecordBudget.optional(),
  acceptancePercentSpan: z.number().optional(),
  statement: z.enum(['pass', 'fail', 'undecided', 'conditional pass', 'conditional fail']).optional(),
})

const RecordDecision = z.strictObject({
  decision: z.enum(DECISIONS),
  reason: z.string().nullable(),
  decidedAt: time,
  decidedBy: z.string(),
})

const RecordRound = z.strictObject({
  round: z.int().nonnegative(),
  steps: z.array(
    z.strictObject({
      id: z.uuid(),
      position: z.int(),
      percent: z.number(),
      direction: z.enum(['rising', 'falling']),
      cycle: z.int().optional(),
      overshoots: z
        .array(z.strictObject({ id: z.uuid(), applied: z.string().nullable(), notedAt: time, notedBy: z.string() }))
        .optional(),
      readings: z.array(RecordReading),
    }),
  ),
  decision: RecordDecision.extend({ insteadOf: z.array(RecordDecision).optional() }).nullable(),
  adjustments: z.array(
    z.strictObject({
      id: z.uuid(),
      kind: z.enum(Object.keys(ADJUSTMENT_KINDS) as AdjustmentKind[]), // keys of a const object
      words: z.string(),
      applied: z.string().nullable(),
      beforeOutput: z.string().nullable(),
      afterOutput: z.string().nullable(),
      heldSeconds: z.int().optional(),
      doneAt: time,
      doneBy: z.string(),
    }),
  ),
  planReason: z.string().optional(),
})

/**
 * A sealed record: everything recorded in a run, everything worked out from it, who signed, and the link to the record
 * before it. Its canonical JSON (RFC 8785) is what is hashed.
 */
export const SealedRecord = z.strictObject({
  format: z.literal('barys-record-1'),
  sequence: z.int().positive(),
  previousHash: z.string(),
  site: z.string(),
  /** Address and method of the place that issues it; records from before they were asked for have none. */
  issuer: z.strictObject({ address: z.string(), method: z.string() }).optional(),
  /** What was assumed or left out of the uncertainty, in words. */
  assumptions: z.array(z.string()).optional(),
  run: z.strictObject({ id: z.uuid(), startedAt: time, startedBy: z.string(), stage: z.enum(STAGES) }),
  world: World,
  rounds: z.array(RecordRound),
  workSteps: z
    .array(
      z.strictObject({
        id: z.uuid(),
        list: z.enum(['isolate', 'restore']),
        item: z.string(),
        outcome: z.enum(['done', 'not-applicable']),
        words: z.string().nullable(),
        answeredAt: time,
        answeredBy: z.string(),
      }),
    )
    .optional(),
  loopChecks: z
    .array(
      z.strictObject({
        id: z.uuid(),
        percent: z.number(),
        hostValue: z.string(),
        senseOhms: z.string().nullable(),
        senseVolts: z.string().nullable(),
        checkedAt: time,
        checkedBy: z.string(),
      }),
    )
    .optional(),
  pauses: z
    .array(
      z.strictObject({
        id: z.uuid(),
        kind: z.enum(['paused', 'resumed']),
        words: z.string().nullable(),
        at: time,
        by: z.string(),
      }),
    )
    .optional(),
  results: z.array(
    z.strictObject({
      round: z.int(),
      points: z.array(RecordPoint),
      verdict,
      /** In records without `nearestLimitErrorPercentSpan` the error nearest its limit, in others the numerically largest. */
      largestErrorPercentSpan: z.number(),
      nearestLimitErrorPercentSpan: z.number().optional(),
      hysteresisPercentSpan: z.number().nullable(),
    }),
  ),
  conformity: z.strictObject({ rule: z.enum(RUN_RULE_IDS), asFound: verdict, asLeft: verdict }),
  signature: z.strictObject({
    personName: z.string(),
    meaning: z.literal('performed'),
    remark: z.string().nullable(),
    signedAt: time,
  }),
})
export type SealedRecord = z.infer<typeof SealedRecord>
