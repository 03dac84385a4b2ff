import { standingActs } from '@/core/adjust/standingActs'
import type { Cause } from '@/core/diagnosis/cause'
import type { LineShape } from '@/core/diagnosis/hypothesis'
import { hasScrews } from '@/core/run/advise/adjustable'
import { screwWork } from '@/core/run/advise/screwWork'
import { appliedInput } from '@/core/run/judge/appliedInput'
import { decimalsShown } from '@/core/run/judge/decimalsShown'
import { judgingBasis, scatterOfRound } from '@/core/run/judge/judgeSteps'
import { pointName } from '@/core/run/plan/pointScale'
import type { RunState } from '@/core/run/runState'
import { STAGE_LABELS } from '@/core/run/work/stage'
import { workLists } from '@/core/run/work/workLists'
import { nextStep } from '@/core/run/work/workStep'
import { presentAdvice, presentPause } from '@/plans/runProgress'
import type { RunView } from '@/schema/runView'

/** Everything the desk shows that follows from the run; null for a run without a round. */
export type DeskFacts = NonNullable<ReturnType<typeof deskFacts>>

/** Works out what the desk shows of a run. */
export function deskFacts(run: RunView, state: RunState) {
  const { world } = run
  const round = run.rounds.at(-1)
  const judged = state.rounds.at(-1)
  const { stage } = state
  if (!round || !judged || stage === 'prepare') return null
  const lists = workLists(run)
  const list = stage === 'isolate' || stage === 'restore' ? stage : null
  const steps = (list && lists?.[list]) ?? []
  const advised = stage === 'judge' || stage === 'adjust' ? presentAdvice(run, state) : null
  const isReading = stage === 'as-found' || stage === 'as-left'
  return {
    stage,
    round,
    judged,
    lists,
    list,
    steps,
    nextWork: list && nextStep(steps, run.workSteps ?? [], list),
    hasBegunRestore: run.workSteps?.some((each) => each.list === 'restore') ?? false,
    armed: isReading ? round.steps.find((step) => step.readings.length === 0) : undefined,
    scatter: scatterOfRound(judged.points, world),
    lastRead: round.steps.findLast((step) => step.readings.length > 0),
    decimals: decimalsShown(
      world,
      round.steps.flatMap((step) => step.readings.slice(-1).map((reading) => reading.output)),
    ),
    mayCorrect: round.decision === null || world.amends !== undefined,
    pause: presentPause(run),
    diagnosis: (stage === 'judge' && advised?.diagnosis) || null,
    advice: stage === 'judge' ? advised?.advice : undefined,
    cure: stage === 'adjust' && advised ? cureOf(advised) : undefined,
    screws:
      stage === 'adjust' && hasScrews(world)
        ? screwWork(judged.points, standingActs(round.adjustments), {
            basis: judgingBasis(world),
            inRange: (shown) => appliedInput(shown, world),
          })
        : null,
  }
}

/** The cause that the advice follows and what is done about it; none where the readings point to nothing. */
function cureOf({
  advice: { follows, how },
}: NonNullable<ReturnType<typeof presentAdvice>>):
  | { cause: Cause; how: string; shape: LineShape | undefined }
  | undefined {
  return follows && how !== null ? { cause: follows.cause, how, shape: follows.shape } : undefined
}

/** Where somebody is in the run, as others read it. */
export function placeOf(facts: DeskFacts | null, { world }: RunView): string {
  if (!facts) return ''
  const { stage, armed } = facts
  if (!armed) return STAGE_LABELS[stage]
  return `${STAGE_LABELS[stage]}, ${pointName(armed.percent, world.configuration)} ${armed.direction}`.slice(0, 80)
}

/**
 * A stage that is done, as it looks back at it: what came after a decision is left out where the decision itself is
 * looked at.
 */
export function stageLookedAt(run: RunView, state: RunState, stage: Exclude<RunState['stage'], 'prepare'>) {
  const hasLeft = run.rounds.length > 1
  const isBefore = stage === 'judge' || stage === 'adjust'
  const count = isBefore && hasLeft ? run.rounds.length - 1 : run.rounds.length
  const shown: RunView = { ...run, rounds: run.rounds.slice(0, count) }
  const at: RunState = { stage, rounds: state.rounds.slice(0, count) }
  const facts = deskFacts(shown, at)
  return facts && { run: shown, state: at, facts: { ...facts, armed: undefined } }
}
