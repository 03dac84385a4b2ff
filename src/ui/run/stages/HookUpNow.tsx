import { IN_SERVICE, type ValveStates } from '@/core/run/work/valves'
import { valvesAfter, type WorkList, type WorkStep } from '@/core/run/work/workStep'
import type { RunView } from '@/schema/runView'
import { HookUpPicture } from '../../pictures/HookUpPicture'
import type { StageProps } from './stageView'

/** The hook-up with its valves as they stand after the steps that were done. */
export function HookUpNow({ run, facts: { lists } }: StageProps) {
  if (!lists) return null // cannot be: a run without lists never comes here
  return <HookUpPicture hookUp={run.world.configuration.hookUp} states={valvesOf(run, lists)} />
}

/** How the valves stand after what was ticked in both lists. */
function valvesOf({ world, workSteps = [] }: RunView, { isolate, restore }: Record<WorkList, WorkStep[]>): ValveStates {
  const isDone = (list: WorkList) => (id: string) =>
    workSteps.some((each) => each.list === list && each.item === id && each.outcome === 'done')
  const out = valvesAfter(IN_SERVICE[world.configuration.hookUp], isolate, isDone('isolate'))
  return valvesAfter(out, restore, isDone('restore'))
}
