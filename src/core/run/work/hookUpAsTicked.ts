import { readinessFaults } from './hookUpHazards'
import { networkOf } from './hookUpNetwork'
import { afterStep, type HookUpState, inService } from './hookUpState'
import type { HookUpFacts } from './isolateSteps'
import type { AnsweredStep, WorkList, WorkStep } from './workStep'

/** A step as answered, with what came of it. */
type Answered = AnsweredStep & { readonly outcome: 'done' | 'not-applicable' }

/**
 * How hose and valves stand after what was ticked in both lists; steps that did not apply moved nothing. It follows what
 * was ticked, not what the valves really do.
 */
export function hookUpAsTicked(
  facts: HookUpFacts,
  lists: Readonly<Record<WorkList, readonly WorkStep[]>>,
  answered: readonly Answered[],
): HookUpState {
  const network = networkOf(facts)
  const done = (list: WorkList) =>
    lists[list].filter(({ id }) =>
      answered.some((each) => each.list === list && each.item === id && each.outcome === 'done'),
    )
  return [...done('isolate'), ...done('restore')].reduce(
    (state, step) => afterStep(state, step, network),
    inService(facts),
  )
}

/** Why no pressure would reach the cell as it was ticked; empty where nothing stands in the way. */
export const faultsAsTicked = (
  facts: HookUpFacts,
  lists: Readonly<Record<WorkList, readonly WorkStep[]>>,
  answered: readonly Answered[],
): string[] => readinessFaults(hookUpAsTicked(facts, { ...lists, restore: [] }, answered), facts)
