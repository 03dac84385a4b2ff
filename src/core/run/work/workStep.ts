import type { Rig } from './rig'
import type { ValveStates } from './valves'

/** Parts of the work that belong together, in their order; ticked one by one or up to the end of a part. */
export const WORK_PARTS = {
  people: 'Before a valve is touched',
  out: 'Out of service',
  'hook-up': 'Hook up',
  loop: 'Loop',
  unhook: 'Take the reference off',
  back: 'Back into service',
  after: 'Afterwards',
} as const
export type WorkPart = keyof typeof WORK_PARTS

/** One step of taking an instrument out of service or putting it back. */
export type WorkStep = {
  readonly id: string
  readonly does: string
  /** Why, and what can go wrong. */
  readonly why: string
  /** What the step does to the valves. */
  readonly valves?: ValveStates
  /** Its valves are moved together, a little at a time: neither may be ahead of the other. */
  readonly isTogether?: true
  /** What it does to hose and pump. */
  readonly rig?: Partial<Rig>
  /** What it does to the fill of a filled leg and of the body: a step that loses it says so in its words. */
  readonly fill?: 'lost' | 'refilled'
  /** Takes a note in words, as the hand-over does. */
  readonly takesWords?: true
  readonly part?: WorkPart
}

/** A step that is only ticked, with what it changes. */
export const workStep = (
  id: string,
  does: string,
  why: string,
  changes: Pick<WorkStep, 'valves' | 'isTogether' | 'rig' | 'fill'> = {},
): WorkStep => ({ id, does, why, ...changes })

/** Steps as one part of the work. */
export const inPart = (part: WorkPart, steps: readonly WorkStep[]): WorkStep[] =>
  steps.map((step) => ({ ...step, part }))

/** The two lists of steps of a run. */
export type WorkList = 'isolate' | 'restore'

/** A step as it was answered. */
export type AnsweredStep = { readonly list: WorkList; readonly item: string }

/** The step to be answered next; null where the list is done. Steps are answered in their order: it is what keeps people whole. */
export const nextStep = (steps: readonly WorkStep[], answered: readonly AnsweredStep[], list: WorkList) =>
  steps.find(({ id }) => !answered.some((each) => each.list === list && each.item === id)) ?? null
