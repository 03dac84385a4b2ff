import type { FluidHazard } from '../../reference/fluidHazard'
import type { Signal } from '../../signal/signal'
import type { PressureKind } from '../../units/pressureKind'
import type { PressureUnit } from '../../units/pressureUnit'
import type { Decision } from '../decision'
import { meaningOf } from '../decision'
import type { HookUp } from '../plan/hookUp'
import { type HookUpFacts, isolateSteps } from './isolateSteps'
import { mayBeVacuum } from './mayBeVacuum'
import { pumpSideOf } from './pumpSide'
import { restoreSteps } from './restoreSteps'
import { NO_WORK_LISTS, type WorkProgress } from './stage'
import { type AnsweredStep, nextStep, type WorkList, type WorkStep } from './workStep'

/** What of a run its lists follow from. */
export type WorkFacts = {
  readonly world: {
    readonly outOfService?: true | undefined
    /** Present where the gauge glass is the reference. */
    readonly glass?: unknown
    /** A filled leg that stays on the low side: the pump presses on the high one against it. */
    readonly lowLeg?: unknown
    readonly configuration: {
      readonly signal: Signal
      readonly hookUp?: HookUp
      readonly pressureKind?: PressureKind
      readonly lrv: number
      readonly urv: number
      readonly unit: PressureUnit
      readonly fluidHazards?: readonly FluidHazard[] | undefined
    }
  }
  readonly rounds: readonly { readonly decision: { readonly decision: Decision } | null }[]
  readonly workSteps?: readonly AnsweredStep[]
}

/** Both lists of a run; null for a run that does not take its instrument out of service. */
export function workLists({ world, rounds }: WorkFacts): Record<WorkList, WorkStep[]> | null {
  if (!world.outOfService) return null
  const facts = hookUpFactsOf(world)
  const decision = rounds.at(-1)?.decision?.decision
  const isForRepair = decision !== undefined && meaningOf(decision).isForRepair
  return { isolate: isolateSteps(facts), restore: restoreSteps({ ...facts, isForRepair }) }
}

/** What of an instrument its lists follow from. */
export const hookUpFactsOf = ({
  configuration: { signal, hookUp = 'direct', pressureKind = 'gauge', lrv, urv, unit, fluidHazards },
  glass,
  lowLeg,
}: Pick<WorkFacts['world'], 'configuration' | 'glass' | 'lowLeg'>): HookUpFacts => ({
  ...{
    signal,
    hookUp,
    pressureKind,
    fluidHazards,
    pumpSide: lowLeg === undefined ? pumpSideOf({ pressureKind, lrv, urv }) : ('high' as const),
  },
  ...(mayBeVacuum({ pressureKind, lrv, urv, unit }) && { mayBeVacuum: true as const }),
  ...(glass !== undefined && hookUp === 'wet-leg' && { isByGlass: true }),
})

/** How far the lists of a run are answered. */
export function workProgress(run: WorkFacts): WorkProgress {
  const lists = workLists(run)
  if (lists === null) return NO_WORK_LISTS
  const isDone = (list: WorkList) => nextStep(lists[list], run.workSteps ?? [], list) === null
  const isRestoring = run.workSteps?.some(({ list }) => list === 'restore') ?? false
  return { isIsolated: isDone('isolate'), isRestoring, isRestored: isDone('restore') }
}
