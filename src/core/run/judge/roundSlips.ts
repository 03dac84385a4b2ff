import { errorBasis } from './errorBasis'
import { type ReadingSlip, readingSlip } from './readingSlip'

type SlipWorld = Parameters<typeof readingSlip>[1] &
  Parameters<typeof errorBasis>[0] & { readonly points: readonly { readonly percent: number }[] }
type ReadStep = {
  readonly percent: number
  readonly readings: readonly { readonly applied: string; readonly output: string }[]
}

/** Readings written into each other’s rows are a pair; more of them have one cause, and it is not the writing. Ours. */
const MOST_ROWS = 2

/**
 * The readings of a round that look like slips, each with its step. None over several decades, where far in % of span says
 * nothing; none that is only far, which is what a round is judged for.
 */
export function roundSlips<S extends ReadStep>(
  steps: readonly S[],
  world: SlipWorld,
): { readonly step: S; readonly slip: ReadingSlip }[] {
  if (errorBasis(world) === 'reading') return []
  const percents = [...new Set(world.points.map(({ percent }) => percent))]
  const found = steps.flatMap((step) => {
    const reading = step.readings.at(-1)
    if (!reading) return []
    const figures = { point: step.percent, applied: Number(reading.applied), output: Number(reading.output) }
    const slip = readingSlip(figures, world, percents)
    return slip && slip.nature !== 'far' ? [{ step, slip }] : []
  })
  const rows = found.filter(({ slip }) => slip.nature === 'row')
  return rows.length > MOST_ROWS ? found.filter(({ slip }) => slip.nature !== 'row') : found
}
