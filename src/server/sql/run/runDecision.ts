import { z } from 'zod'
import { DECISIONS } from '@/core/run/decision'
import type { Queryable } from '../../database'

const DecisionRow = z
  .object({
    round: z.number(),
    decision: z.enum(DECISIONS),
    reason: z.string().nullable(),
    decided_at: z.date(),
    decided_by: z.string(),
  })
  .transform((row) => ({
    round: row.round,
    decision: row.decision,
    reason: row.reason,
    decidedAt: row.decided_at,
    decidedBy: row.decided_by,
  }))
export type DecisionRow = z.infer<typeof DecisionRow>

/** The decisions of a run by round; of several after one round the last holds, and those before it come first. */
export async function selectDecisions(db: Queryable, runId: string): Promise<DecisionRow[]> {
  const { rows } = await db.query(
    `SELECT d.round, d.decision, d.reason, d.decided_at, p.name AS decided_by
       FROM run_decision d JOIN person p ON p.id = d.decided_by
      WHERE d.run_id = $1 ORDER BY d.round, d.turn`,
    [runId],
  )
  return z.array(DecisionRow).parse(rows)
}

type NewRow = {
  readonly runId: string
  readonly round: number
  /** 0 for the first decision after a round. */
  readonly turn: number
  readonly decision: string
  readonly reason: string | null
  readonly at: Date
  readonly personId: string
}

/** @returns false where that decision of the round is there already */
export async function insertDecision(db: Queryable, row: NewRow): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO run_decision (run_id, round, turn, decision, reason, decided_at, decided_by)
     VALUES ($1, $2, $3, $4, $5, $6, $7) ON CONFLICT DO NOTHING`,
    [row.runId, row.round, row.turn, row.decision, row.reason, row.at, row.personId],
  )
  return rowCount === 1
}
