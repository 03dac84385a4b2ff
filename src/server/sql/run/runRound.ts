import { z } from 'zod'
import type { PlannedPoint } from '@/core/run/plan/plan'
import type { Queryable } from '../../database'

const StepRow = z
  .object({
    id: z.uuid(),
    round: z.number(),
    position: z.number(),
    percent: z.string().transform(Number),
    direction: z.enum(['rising', 'falling']),
    cycle: z.number(),
  })
  .transform(({ cycle, ...step }) => ({ ...step, ...(cycle > 1 && { cycle }) }))
  .readonly()
export type StepRow = z.infer<typeof StepRow>

/** All steps of a run, by round and position. */
export async function selectSteps(db: Queryable, runId: string): Promise<StepRow[]> {
  const { rows } = await db.query(
    'SELECT id, round, position, percent, direction, cycle FROM run_step WHERE run_id = $1 ORDER BY round, position',
    [runId],
  )
  return z.array(StepRow).parse(rows)
}

type NewRound = {
  readonly runId: string
  readonly round: number
  readonly at: Date
  readonly personId: string
  readonly planReason: string | null
}

/** Why rounds have other points than the one before; rounds with the same points are left out. */
export async function selectPlanReasons(db: Queryable, runId: string): Promise<Map<number, string>> {
  const { rows } = await db.query(
    'SELECT round, plan_reason FROM run_round WHERE run_id = $1 AND plan_reason IS NOT NULL',
    [runId],
  )
  return new Map(rows.map(({ round, plan_reason }) => [Number(round), String(plan_reason)]))
}

/** @returns false where the round is open already */
export async function insertRound(
  db: Queryable,
  { runId, round, at, personId, planReason }: NewRound,
): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO run_round (run_id, round, opened_at, opened_by, plan_reason) VALUES ($1, $2, $3, $4, $5)
     ON CONFLICT DO NOTHING`,
    [runId, round, at, personId, planReason],
  )
  return rowCount === 1
}

const INSERT_STEPS = `
  INSERT INTO run_step (id, run_id, round, position, percent, direction, cycle)
  SELECT gen_random_uuid(), $1, $2, point.position, point.percent, point.direction, coalesce(point.cycle, 1)
    FROM jsonb_to_recordset($3) AS point (position int, percent numeric, direction text, cycle int)`

/** The planned points of a round, in one statement. */
export async function insertSteps(
  db: Queryable,
  { runId, round, points }: { runId: string; round: number; points: readonly PlannedPoint[] },
): Promise<void> {
  await db.query(INSERT_STEPS, [runId, round, JSON.stringify(points)])
}
