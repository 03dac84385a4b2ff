import { z } from 'zod'
import { ADJUSTMENT_KIND_IDS } from '@/core/adjust/adjustmentKind'
import { EXCITATION_UNITS } from '@/core/adjust/excitation'
import type { NewAdjustment } from '@/schema/run'
import type { Queryable } from '../../database'

const AdjustmentRow = z
  .object({
    id: z.uuid(),
    after_round: z.number(),
    kind: z.enum(ADJUSTMENT_KIND_IDS),
    words: z.string(),
    applied: z.string().nullable(),
    before_output: z.string().nullable(),
    after_output: z.string().nullable(),
    before_pv: z.string().nullable(),
    after_pv: z.string().nullable(),
    excitation: z.string().nullable(),
    excitation_unit: z.enum(EXCITATION_UNITS).nullable(),
    excitation_meter: z.string().nullable(),
    supersedes: z.uuid().nullable(),
    reason: z.string().nullable(),
    is_withdrawn: z.boolean(),
    held_seconds: z.number().nullable(),
    done_at: z.date(),
    done_by: z.string(),
  })
  .transform((row) => ({
    id: row.id,
    afterRound: row.after_round,
    kind: row.kind,
    words: row.words,
    applied: row.applied,
    beforeOutput: row.before_output,
    afterOutput: row.after_output,
    ...(row.before_pv !== null && { beforePv: row.before_pv }),
    ...(row.after_pv !== null && { afterPv: row.after_pv }),
    ...(row.excitation !== null && { excitation: row.excitation }),
    ...(row.excitation_unit !== null && { excitationUnit: row.excitation_unit }),
    ...(row.excitation_meter !== null && { excitationMeter: row.excitation_meter }),
    ...(row.supersedes !== null && { supersedes: row.supersedes }),
    ...(row.reason !== null && { reason: row.reason }),
    ...(row.is_withdrawn && { isWithdrawn: true as const }),
    ...(row.held_seconds !== null && { heldSeconds: row.held_seconds }),
    doneAt: row.done_at,
    doneBy: row.done_by,
  }))
export type AdjustmentRow = z.infer<typeof AdjustmentRow>

/** What was done in a run, in order. */
export async function selectAdjustments(db: Queryable, runId: string): Promise<AdjustmentRow[]> {
  const { rows } = await db.query(
    `SELECT a.id, a.after_round, a.kind, a.words, a.applied, a.before_output, a.after_output, a.before_pv,
            a.after_pv, a.excitation, a.excitation_unit, a.excitation_meter, a.supersedes, a.reason, a.is_withdrawn, a.held_seconds, a.done_at, p.name AS done_by
       FROM adjustment a JOIN person p ON p.id = a.done_by
      WHERE a.run_id = $1 ORDER BY a.done_at, a.id`,
    [runId],
  )
  return z.array(AdjustmentRow).parse(rows)
}

type NewRow = NewAdjustment & {
  readonly runId: string
  readonly afterRound: number
  readonly at: Date
  readonly personId: string
}

/** Stores an adjustment once; the client makes its id. @returns false where the id is known */
export async function insertAdjustment(db: Queryable, row: NewRow): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO adjustment (id, run_id, after_round, kind, words, applied, before_output, after_output, held_seconds,
                             done_at, done_by, before_pv, after_pv, supersedes, reason, is_withdrawn,
                             excitation, excitation_unit, excitation_meter)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18, $19) ON CONFLICT (id) DO NOTHING`,
    [
      row.id,
      row.runId,
      row.afterRound,
      row.kind,
      row.words,
      row.applied,
      row.beforeOutput,
      row.afterOutput,
      row.heldSeconds,
      row.at,
      row.personId,
      ...[row.beforePv, row.afterPv, row.supersedes, row.reason, row.isWithdrawn],
      ...[row.excitation, row.excitationUnit, row.excitationMeter],
    ],
  )
  return rowCount === 1
}
