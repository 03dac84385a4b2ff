import type { JudgedPoint } from '../analysis/judgedPoint'
import { analyseRound, type RoundAnalysis } from '../analysis/roundAnalysis'
import { isAccepted, type PointVerdict } from '../error/verdict'
import type { Decision } from './decision'
import { judgeSteps, type RunBasis, type StepToJudge } from './judge/judgeSteps'
import { type Exchange, worldAt } from './plan/worldAt'
import { type Stage, stageOf } from './work/stage'
import { type WorkFacts, workProgress } from './work/workLists'

/** A run as far as its state follows from it; the recorded run has this shape. */
export type RunFacts = Pick<WorkFacts, 'workSteps'> & {
  /** References exchanged on the way; readings keep the one they were taken with. */
  readonly exchanges?: readonly Exchange<{ readonly id?: string | undefined }>[] | undefined
  /** An amendment corrects what was recorded, and decides nothing anew. */
  readonly world: RunBasis & WorkFacts['world'] & { readonly amends?: unknown }
  readonly rounds: readonly {
    readonly steps: readonly (Omit<StepToJudge, 'reading'> & {
      readonly readings: readonly (NonNullable<StepToJudge['reading']> & { readonly takenAt?: string })[]
    })[]
    readonly decision: { readonly decision: Decision } | null
  }[]
}

/** One round with everything worked out from its readings. */
export type JudgedRound = { readonly points: readonly JudgedPoint[]; readonly analysis: RoundAnalysis }

/** What follows from the readings and decisions of a run: its stage, and every round judged. */
export type RunState = { readonly stage: Stage; readonly rounds: readonly JudgedRound[] }

/** The world a reading was taken in: that of its first typing, as a correction corrects what was typed then. */
function takenIn({ world, exchanges = [] }: RunFacts, { readings }: RunFacts['rounds'][number]['steps'][number]) {
  const takenAt = readings[0]?.takenAt
  if (exchanges.length === 0 || takenAt === undefined || !world.statesUncertainty) return {}
  return { world: worldAt(world, exchanges, takenAt) }
}

const isNotAccepted = (verdict: PointVerdict | null) => verdict !== null && !isAccepted(verdict)

/** Works out the state of a run. The one place for it: screen, server, record and API call this. */
export function runState(run: RunFacts): RunState {
  const rounds = run.rounds.map((round) => {
    const points = judgeSteps(
      round.steps.map((step) => ({ ...step, reading: step.readings.at(-1) ?? null, ...takenIn(run, step) })),
      run.world,
    )
    return { points, analysis: analyseRound(points) }
  })
  const stage = stageOf(
    run.rounds.map((round, index) => ({
      planned: round.steps.length,
      read: rounds[index]?.points.length ?? 0,
      decision: round.decision?.decision ?? null,
      isOutside: !run.world.amends && isNotAccepted(rounds[index]?.analysis.verdict ?? null),
    })),
    workProgress(run),
  )
  return { stage, rounds }
}
