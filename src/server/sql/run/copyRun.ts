import type { Queryable } from '../../database'
import { FIGURE_COLUMNS } from './reading'

/**
 * A copy keeps which reading, step and act it is a copy of: its id follows from the run it goes to and the old id, as a
 * UUID of version 8 (RFC 9562, 5.8: bits of one's own making).
 */
const COPIED_ID = (old: string) =>
  `overlay(overlay(md5($2::uuid::text || ${old}::text) placing '8' from 13) placing '8' from 17)::uuid`

/**
 * Everything that is recorded in a run, with who did it and when: rounds, steps, all readings with their corrections,
 * points gone past, decisions, adjustments, steps of work, loop checks, interruptions.
 */
const COPIES = [
  `INSERT INTO run_round (run_id, round, opened_at, opened_by, plan_reason)
   SELECT $2::uuid, round, opened_at, opened_by, plan_reason FROM run_round WHERE run_id = $1`,
  `INSERT INTO run_step (id, run_id, round, position, percent, direction, cycle)
   SELECT ${COPIED_ID('id')}, $2::uuid, round, position, percent, direction, cycle FROM run_step WHERE run_id = $1`,
  `INSERT INTO reading (id, run_id, step_id, ${FIGURE_COLUMNS.join(', ')}, held_seconds, taking, taken_at, taken_by,
                        supersedes, reason)
   SELECT ${COPIED_ID('id')}, $2::uuid, ${COPIED_ID('step_id')}, ${FIGURE_COLUMNS.join(', ')}, held_seconds, taking,
          taken_at, taken_by,
          CASE WHEN supersedes IS NULL THEN NULL ELSE ${COPIED_ID('supersedes')} END, reason
     FROM reading WHERE run_id = $1 ORDER BY taken_at, supersedes NULLS FIRST`,
  `INSERT INTO overshoot (id, run_id, step_id, applied, noted_at, noted_by)
   SELECT ${COPIED_ID('id')}, $2::uuid, ${COPIED_ID('step_id')}, applied, noted_at, noted_by FROM overshoot WHERE run_id = $1`,
  `INSERT INTO loop_check (id, run_id, percent, host_value, limit_percent, sense_ohms, sense_volts, checked_at, checked_by)
   SELECT ${COPIED_ID('id')}, $2::uuid, percent, host_value, limit_percent, sense_ohms, sense_volts, checked_at, checked_by
     FROM loop_check WHERE run_id = $1`,
  `INSERT INTO reference_exchange (id, run_id, replaces, standard, reason, exchanged_at, exchanged_by)
   SELECT ${COPIED_ID('id')}, $2::uuid, replaces, standard, reason, exchanged_at, exchanged_by
     FROM reference_exchange WHERE run_id = $1`,
  `INSERT INTO terminal_check (id, run_id, milliamp, volts, checked_at, checked_by)
   SELECT ${COPIED_ID('id')}, $2::uuid, milliamp, volts, checked_at, checked_by FROM terminal_check WHERE run_id = $1`,
  `INSERT INTO run_pause (id, run_id, kind, words, at, person_id)
   SELECT ${COPIED_ID('id')}, $2::uuid, kind, words, at, person_id FROM run_pause WHERE run_id = $1`,
]

const COPY_DECISIONS = `INSERT INTO run_decision (run_id, round, turn, decision, reason, decided_at, decided_by)
   SELECT $2::uuid, round, turn, decision, coalesce($3::jsonb ->> round::text, reason), decided_at, decided_by
     FROM run_decision WHERE run_id = $1`

const COPY_ADJUSTMENTS = `INSERT INTO adjustment (id, run_id, after_round, kind, words, applied, before_output, after_output, before_pv, after_pv,
                           excitation, excitation_unit, excitation_meter, held_seconds, supersedes, reason, is_withdrawn, done_at, done_by)
   SELECT ${COPIED_ID('id')}, $2::uuid, after_round, kind, coalesce($3::jsonb ->> id::text, words), applied, before_output, after_output, before_pv, after_pv,
          excitation, excitation_unit, excitation_meter, held_seconds, CASE WHEN supersedes IS NULL THEN NULL ELSE ${COPIED_ID('supersedes')} END, reason, is_withdrawn, done_at, done_by
     FROM adjustment WHERE run_id = $1 ORDER BY done_at, supersedes NULLS FIRST`

const COPY_WORK_STEPS = `INSERT INTO work_step (id, run_id, list, item, outcome, words, answered_at, answered_by)
   SELECT ${COPIED_ID('id')}, $2::uuid, list, item, outcome, coalesce($3::jsonb ->> id::text, words), answered_at, answered_by
     FROM work_step WHERE run_id = $1`

type Copy = {
  readonly from: string
  readonly to: string
  /** Reasons of decisions to be put in the place of those recorded, by round. */
  readonly decisionReasons?: Readonly<Record<string, string>>
  /** Words of adjustments likewise, by the id of the act. */
  readonly adjustmentWords?: Readonly<Record<string, string>>
  /** Words of steps of work likewise. */
  readonly workStepWords?: Readonly<Record<string, string>>
}

/** Copies everything recorded in one run into another that is open and empty. */
export async function copyRun(
  db: Queryable,
  { from, to, decisionReasons = {}, adjustmentWords = {}, workStepWords = {} }: Copy,
): Promise<void> {
  for (const sql of COPIES) await db.query(sql, [from, to])
  await db.query(COPY_DECISIONS, [from, to, JSON.stringify(decisionReasons)])
  await db.query(COPY_ADJUSTMENTS, [from, to, JSON.stringify(adjustmentWords)])
  await db.query(COPY_WORK_STEPS, [from, to, JSON.stringify(workStepWords)])
}
