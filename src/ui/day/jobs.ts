import { formatDate } from '@/core/format/formatTime'
import type { DueJob } from '@/schema/daySheet'

/** Jobs of one area, soonest first. */
export type AreaJobs = { readonly area: string; readonly jobs: readonly DueJob[] }

/** Jobs by area; the area with the soonest job first, as one would walk. */
export function areasOf(jobs: readonly DueJob[]): AreaJobs[] {
  const names = [...new Set(jobs.map((job) => job.area))]
  return names.map((area) => ({ area, jobs: jobs.filter((job) => job.area === area) }))
}

/** Whether every word typed occurs in the tag, description or area. */
export function matches(job: Pick<DueJob, 'tag' | 'description' | 'area'>, search: string): boolean {
  const text = `${job.tag} ${job.description} ${job.area}`.toLocaleLowerCase()
  return search
    .toLocaleLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word))
}

/** When a job is due, in the fewest words. */
export function dueWords({ dueInDays, dueOn }: Pick<DueJob, 'dueInDays' | 'dueOn'>): string {
  if (dueInDays < 0) return `${-dueInDays} d over`
  if (dueInDays === 0) return 'today'
  if (dueInDays === 1) return 'tomorrow'
  return dueInDays <= 28 ? `in ${dueInDays} d` : formatDate(dueOn).replace(/ \d{4}$/, '')
}
