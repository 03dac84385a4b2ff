import { z } from 'zod'
import type { LoggedAct } from '@/bench/practice/course'
import type { Judgement } from '@/bench/practice/judgement'
import type { PracticeJob } from '@/bench/practice/practiceJob'
import { LoggedActs, type NewPracticeJob, PracticeJobShape } from '@/schema/practice'
import type { Queryable } from '../../database'

const JobRow = z
  .object({
    id: z.string(),
    title: z.string(),
    complaint: z.string(),
    level: z.number(),
    set_up: z.string(),
    fault: z.string(),
    severity_least: z.number(),
    severity_most: z.number(),
  })
  .transform(({ set_up, severity_least, severity_most, ...row }) =>
    PracticeJobShape.parse({ ...row, setUp: set_up, severity: [severity_least, severity_most] }),
  )

const MOST_JOBS = 200

/** Jobs that were made here, by level. */
export async function selectPracticeJobs(db: Queryable): Promise<PracticeJob[]> {
  const { rows } = await db.query(
    `SELECT id::text, title, complaint, level, set_up, fault, severity_least, severity_most
       FROM practice_job ORDER BY level, made_at LIMIT ${MOST_JOBS}`,
  )
  return z.array(JobRow).parse(rows)
}

/** @returns false where the id is known */
export async function insertPracticeJob(
  db: Queryable,
  {
    id,
    title,
    complaint,
    level,
    setUp,
    fault,
    severity,
    at,
    personId,
  }: NewPracticeJob & { at: Date; personId: string },
): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO practice_job (id, title, complaint, level, set_up, fault, severity_least, severity_most, made_at, made_by)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10) ON CONFLICT (id) DO NOTHING`,
    [id, title, complaint, level, setUp, fault, severity[0], severity[1], at, personId],
  )
  return rowCount === 1
}

type NewAttemptRow = {
  readonly id: string
  readonly personId: string
  readonly job: PracticeJob
  readonly seed: number
  readonly log: readonly LoggedAct[]
  readonly judgement: Judgement
  readonly at: Date
}

/** @returns false where the id is known */
export async function insertAttempt(
  db: Queryable,
  { id, personId, job, seed, log, judgement, at }: NewAttemptRow,
): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO practice_attempt (id, person_id, job_id, job, seed, log, judgement, score, finished_at)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9) ON CONFLICT (id) DO NOTHING`,
    [
      ...[id, personId, job.id, JSON.stringify(job), seed, JSON.stringify(log), JSON.stringify(judgement)],
      ...[judgement.score, at],
    ],
  )
  return rowCount === 1
}

const AttemptRow = z
  .object({
    id: z.uuid(),
    person_id: z.uuid(),
    person_name: z.string(),
    job: PracticeJobShape,
    seed: z.number(),
    log: LoggedActs,
    // As it was judged then; shape in bench/practice/judgement.ts.
    judgement: z.custom<Judgement>((value) => typeof value === 'object' && value !== null && 'parts' in value),
    finished_at: z.date(),
  })
  .transform(({ person_id, person_name, finished_at, ...row }) => ({
    ...row,
    personId: person_id,
    personName: person_name,
    finishedAt: finished_at,
  }))
export type Attempt = z.infer<typeof AttemptRow>

export async function selectAttempt(db: Queryable, id: string): Promise<Attempt | null> {
  const { rows } = await db.query(
    `SELECT a.id, a.person_id, p.name AS person_name, a.job, a.seed, a.log, a.judgement, a.finished_at
       FROM practice_attempt a JOIN person p ON p.id = a.person_id WHERE a.id = $1`,
    [id],
  )
  return rows.length === 0 ? null : AttemptRow.parse(rows[0])
}

const ProgressRow = z
  .object({ job_id: z.string(), best: z.number(), count: z.coerce.number(), last_id: z.uuid() })
  .transform((row) => ({ jobId: row.job_id, best: row.best, count: row.count, lastId: row.last_id }))
export type Progress = z.infer<typeof ProgressRow>

/** How somebody stands with each job they have played: best, how often, and the last. */
export async function selectProgress(db: Queryable, personId: string): Promise<Progress[]> {
  const { rows } = await db.query(
    `SELECT job_id, max(score) AS best, count(*) AS count, (array_agg(id ORDER BY finished_at DESC))[1] AS last_id
       FROM practice_attempt WHERE person_id = $1 GROUP BY job_id`,
    [personId],
  )
  return z.array(ProgressRow).parse(rows)
}

const PersonRow = z
  .object({ name: z.string(), jobs: z.coerce.number(), attempts: z.coerce.number(), mean_best: z.coerce.number() })
  .transform((row) => ({ name: row.name, jobs: row.jobs, attempts: row.attempts, meanBest: row.mean_best }))
export type PersonProgress = z.infer<typeof PersonRow>

/** How everybody stands who has practised: how many jobs, how often, and the mean of their bests. */
export async function selectEverybodysProgress(db: Queryable): Promise<PersonProgress[]> {
  const { rows } = await db.query(
    `SELECT p.name, count(*) AS jobs, sum(best.count) AS attempts, avg(best.score) AS mean_best
       FROM (SELECT person_id, job_id, max(score) AS score, count(*) AS count
               FROM practice_attempt GROUP BY person_id, job_id) AS best
       JOIN person p ON p.id = best.person_id
      GROUP BY p.id, p.name ORDER BY p.name`,
  )
  return z.array(PersonRow).parse(rows)
}
