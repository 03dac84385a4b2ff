import type { Queryable } from '../database'

/** Rounds, steps, the readings that hold, decisions, adjustments and loop checks: with who did them and when. */
const COPIES = [
  `INSERT INTO run_round (run_id, round, opened_at, opened_by, plan_reason)
   SELECT $2, round, opened_at, opened_by, plan_reason FROM run_round WHERE run_id = $1`,
  `INSERT INTO run_step (id, run_id, round, position, percent, direction, cycle)
   SELECT gen_random_uuid(), $2, round, position, percent, direction, cycle FROM run_step WHERE run_id = $1`,
  `INSERT INTO reading (id, run_id, step_id, applied, output, pv, ao, display, held_seconds, taken_at, taken_by)
   SELECT gen_random_uuid(), $2, copy.id, g.applied, g.output, g.pv, g.ao, g.display, g.held_seconds, g.taken_at, g.taken_by
     FROM reading g
     JOIN run_step s ON s.id = g.step_id
     JOIN run_step copy ON copy.run_id = $2 AND copy.round = s.round AND copy.position = s.position
    WHERE g.run_id = $1 AND NOT EXISTS (SELECT FROM reading later WHERE later.supersedes = g.id)`,
  `INSERT INTO run_decision (run_id, round, turn, decision, reason, decided_at, decided_by)
   SELECT $2, round, turn, decision, reason, decided_at, decided_by FROM run_decision WHERE run_id = $1`,
  `INSERT INTO adjustment (id, run_id, after_round, kind, words, applied, before_output, after_output, held_seconds,
                           done_at, done_by)
   SELECT gen_random_uuid(), $2, after_round, kind, words, applied, before_output, after_output, held_seconds, done_at,
          done_by
     FROM adjustment WHERE run_id = $1`,
  `INSERT INTO loop_check (id, run_id, percent, host_value, sense_ohms, sense_volts, checked_at, checked_by)
   SELECT gen_random_uuid(), $2, percent, host_value, sense_ohms, sense_volts, checked_at, checked_by
     FROM loop_check WHERE run_id = $1`,
]

/** Copies what was recorded in one run into another that is open and empty. */
export async function copyRun(db: Queryable, { from, to }: { from: string; to: string }): Promise<void> {
  for (const copy of COPIES) await db.query(copy, [from, to])
}
