import { setImmediate as breath } from 'node:timers/promises'
import { Course, type LoggedAct, type Practising } from '@/bench/practice/course'
import { type Judgement, judged } from '@/bench/practice/judgement'
import { canGoWrong, PRACTICE_JOBS, type PracticeJob } from '@/bench/practice/practiceJob'
import { Refusal } from '@/core/refusal'
import type { NewAttempt, NewPracticeJob } from '@/schema/practice'
import { mayDo } from '@/schema/roles'
import { pool } from '../../database'
import { NotFound } from '../../refusals'
import type { Person } from '../../sql/people/person'
import {
  type Attempt,
  insertAttempt,
  insertPracticeJob,
  selectAttempt,
  selectEverybodysProgress,
  selectPracticeJobs,
  selectProgress,
} from '../../sql/practice/practice'
import type { Actor } from '../actor'
import { refuseForeignId } from '../run/repeated'

/** Every job there is: those that ship and those made here, by level. */
export async function practiceJobs(): Promise<PracticeJob[]> {
  const own = await selectPracticeJobs(pool())
  return [...PRACTICE_JOBS, ...own].toSorted((a, b) => a.level - b.level)
}

/** @throws {NotFound} for a job that is none */
export async function practiceJob(id: string): Promise<PracticeJob> {
  const found = (await practiceJobs()).find((job) => job.id === id)
  if (!found) throw new NotFound('job', 'there is no such job to practise', 'choose one from the list')
  return found
}

/** What the page of practice shows: the jobs, how this person stands with each, and how everybody does for those who teach. */
export async function practicePage(person: Person) {
  const isTeacher = mayDo(person.role, 'make practice jobs')
  const [jobs, progress, everybody] = await Promise.all([
    practiceJobs(),
    selectProgress(pool(), person.id),
    isTeacher ? selectEverybodysProgress(pool()) : [],
  ])
  return { jobs, progress, everybody, isTeacher }
}

/**
 * Judges a practice from its acts, which are played once more here, and keeps it. Sent twice it is kept once.
 *
 * @throws {Refusal} for a course that is not finished, or that could not have been
 */
export async function finishPractice({ id, jobId, seed, log }: NewAttempt, { person, now }: Actor): Promise<Judgement> {
  const known = await selectAttempt(pool(), id)
  if (known && known.personId === person.id) return known.judgement
  const job = await practiceJob(jobId)
  const played = await replayed(job, seed, log)
  if (!played.isFinished) throw new Refusal('log', 'this practice is not finished', 'finish it first')
  const judgement = judged(played, job, seed)
  refuseForeignId(await insertAttempt(pool(), { id, personId: person.id, job, seed, log, judgement, at: now }))
  return judgement
}

/** So many steps of the rig between two breaths: others are served meanwhile. */
const STEPS_A_BREATH = 400

async function replayed(job: PracticeJob, seed: number, log: readonly LoggedAct[]): Promise<Practising> {
  const course = new Course(job, seed)
  for (const { tick, act } of log) {
    if (tick < course.now.tick)
      throw new Refusal('log', 'an act lies before the one before it', 'send the course as it was')
    while (course.now.tick < tick) {
      course.until(Math.min(tick, course.now.tick + STEPS_A_BREATH))
      await breath()
    }
    course.do(act)
  }
  return course.now
}

/** An attempt with its course. Whose it is, and those who teach, may see it. @throws {NotFound} for anybody else */
export async function practiceAttempt(id: string, person: Person): Promise<Attempt> {
  const attempt = await selectAttempt(pool(), id)
  if (!attempt || (attempt.personId !== person.id && !mayDo(person.role, 'make practice jobs')))
    throw new NotFound('attempt', 'there is no such practice of yours', 'open it from the list')
  return attempt
}

/** Takes a job into the list. @throws {Refusal} for what cannot go wrong there */
export async function makePracticeJob(job: NewPracticeJob, { person, now }: Actor): Promise<{ id: string }> {
  if (!canGoWrong(job.setUp, job.fault))
    throw new Refusal('fault', 'that cannot go wrong at this hook-up', 'choose another of the two')
  refuseForeignId(await insertPracticeJob(pool(), { ...job, at: now, personId: person.id }))
  return { id: job.id }
}
