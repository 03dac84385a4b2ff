import { adviseRound } from '@/core/run/advise/adviseRound'
import type { RunState } from '@/core/run/runState'
import type { RecordedPause, RunRound, RunStep } from '../schema/recordedRun'
import type { AcceptedReading, RunView } from '../schema/runView'

/** A run with one more reading in it; one that is in it already is not added again. */
export function withReading(run: RunView, { stepId, reading }: AcceptedReading): RunView {
  const withIt = (step: RunStep): RunStep =>
    step.id !== stepId || step.readings.some(({ id }) => id === reading.id)
      ? step
      : { ...step, readings: [...step.readings, reading] }
  return { ...run, rounds: run.rounds.map((round) => ({ ...round, steps: round.steps.map(withIt) })) }
}

/** When each point of a round was read, in minutes from the first; points not read yet are left out. */
export function minutesOf({ steps }: Pick<RunRound, 'steps'>): number[] {
  const moments = steps.flatMap(({ readings }) => readings.slice(-1).map(({ takenAt }) => Date.parse(takenAt)))
  return moments.map((moment) => (moment - (moments[0] ?? moment)) / 60_000)
}

/** How the points of a round were taken; points not read yet are left out. */
const takenFacts = (round: Pick<RunRound, 'steps'>) => ({
  startedAt: minutesOf(round),
  isRetaken: round.steps.flatMap(({ readings }) => (readings.length === 0 ? [] : [readings.length > 1])),
})

/** The pause a run stands in; null while it is being worked on. */
export const presentPause = ({ pauses }: Pick<RunView, 'pauses'>): RecordedPause | null => {
  const last = pauses?.at(-1)
  return last?.kind === 'paused' ? last : null
}

/** What the readings of a run's present round point to, and what is advised; null before there is one. */
export function presentAdvice(run: Pick<RunView, 'world' | 'rounds'>, { rounds }: RunState) {
  const [round, judged] = [run.rounds.at(-1), rounds.at(-1)]
  return round && judged ? adviseRound(judged, run.world, takenFacts(round), rounds.at(-2)) : null
}
