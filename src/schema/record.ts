import { z } from 'zod'
import { POINT_VERDICTS } from '@/core/error/verdict'
import { RUN_RULE_IDS } from '@/core/run/plan/decisionRule'
import { STAGES } from '@/core/run/work/stage'
import { recordedInRun } from './recordedRun'
import { World } from './world'

const verdict = z.enum(POINT_VERDICTS)
const time = z.iso.datetime()

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
  limitSidesPercentSpan: z.strictObject({ above: z.number(), below: z.number() }).optional(),
  verdict,
  /** Error and limits on the side of the input, where a transfer bends between the two; records of before dropped them. */
  atSensor: z
    .strictObject({
      errorPercentSpan: z.number(),
      limitPercentSpan: z.number(),
      adjustLimitPercentSpan: z.number().nullable(),
    })
    .optional(),
  pv: z.number().optional(),
  ao: z.number().optional(),
  display: z.number().optional(),
  cutOff: z.enum(['at', 'below']).optional(),
  expandedUncertaintyPercentSpan: z.number().optional(),
  budget: RecordBudget.optional(),
  acceptancePercentSpan: z.number().optional(),
  statement: z.enum(['pass', 'fail', 'undecided', 'conditional pass', 'conditional fail']).optional(),
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
  /** By the site’s format; records from before have their sequence. */
  certificateNumber: z.string().optional(),
  /** What was assumed or left out of the uncertainty, in words. */
  assumptions: z.array(z.string()).optional(),
  run: z.strictObject({ id: z.uuid(), startedAt: time, startedBy: z.string(), stage: z.enum(STAGES) }),
  world: World,
  ...recordedInRun,
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
    /** Left out where nobody read it, and in records from before it was asked for. */
    ambientEndCelsius: z.string().optional(),
  }),
})
export type SealedRecord = z.infer<typeof SealedRecord>
