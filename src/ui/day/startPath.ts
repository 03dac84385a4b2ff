import type { DueJob } from '@/schema/daySheet'

/** Where a job is started, or gone on with. */
export const startPath = (job: Pick<DueJob, 'tag' | 'openRun'>): string =>
  job.openRun ? `/runs/${job.openRun.id}` : `/instruments/${encodeURIComponent(job.tag)}/calibrate`

/** What to bring for some jobs together. */
export const takePath = (jobs: readonly Pick<DueJob, 'tag'>[]): string =>
  `/take?tags=${encodeURIComponent(jobs.map(({ tag }) => tag).join(','))}`
