import type { PointVerdict } from '@/core/error/verdict'
import type { BeamData } from './beam'

/** One thing to know before starting, with its mark. */
export type ReadinessNote = { readonly mark: 'inside' | 'look' | 'outside'; readonly words: string }

/** An instrument that is to be calibrated, as the day sheet shows it. */
export type DueJob = {
  readonly id: string
  readonly tag: string
  readonly description: string
  readonly area: string
  readonly rangeText: string
  readonly beam: BeamData
  readonly dueOn: string
  readonly dueInDays: number
  /** Size of the last as-found error as a share of its limit; null where it was never calibrated. */
  readonly shareOfLimit: number | null
  readonly lastVerdict: PointVerdict | null
  readonly notes: readonly ReadinessNote[]
  readonly mark: ReadinessNote['mark']
  readonly openRun: { readonly id: string; readonly words: string } | null
}

/** The day sheet: what is due, soonest first. */
export type DaySheet = { readonly today: string; readonly site: string; readonly jobs: readonly DueJob[] }
