import type { ValveStates } from './valves'

/** One step of taking an instrument out of service or putting it back. */
export type WorkStep = {
  readonly id: string
  readonly does: string
  /** Why, and what can go wrong. */
  readonly why: string
  /** What the step does to the valves. */
  readonly valves?: ValveStates
  /** Takes a note in words, as the hand-over does. */
  readonly takesWords?: true
}

/** A step that is only ticked. */
export const workStep = (id: string, does: string, why: string, valves?: ValveStates): WorkStep => ({
  id,
  does,
  why,
  ...(valves && { valves }),
})

/** The two lists of steps of a run. */
export type WorkList = 'isolate' | 'restore'

/** A step as it was answered. */
export type AnsweredStep = { readonly list: WorkList; readonly item: string }

/** The step to be answered next; null where the list is done. Steps are answered in their order: it is what keeps people whole. */
export const nextStep = (steps: readonly WorkStep[], answered: readonly AnsweredStep[], list: WorkList) =>
  steps.find(({ id }) => !answered.some((each) => each.list === list && each.item === id)) ?? null

/** How the valves stand after the steps that were done. Steps that did not apply moved nothing. */
export function valvesAfter(
  start: ValveStates,
  steps: readonly WorkStep[],
  isDone: (id: string) => boolean,
): ValveStates {
  return Object.assign({}, start, ...steps.filter(({ id }) => isDone(id)).map(({ valves }) => valves))
}
