import { faultsAsTicked, hookUpAsTicked } from '@/core/run/work/hookUpAsTicked'
import { hookUpFactsOf } from '@/core/run/work/workLists'
import { Notice } from '../../../kit/parts/Notice'
import { HookUpPicture } from '../../../kit/pictures/HookUpPicture'
import type { StageProps } from './stageView'

/** The hook-up with hose and valves as they stand after the steps that were done. */
export function HookUpNow({ run, facts: { lists } }: StageProps) {
  if (!lists) return null // cannot be: a run without lists never comes here
  const facts = hookUpFactsOf(run.world)
  return <HookUpPicture facts={facts} state={hookUpAsTicked(facts, lists, run.workSteps ?? [])} />
}

/** Said above the readings where, as ticked, no pressure reaches the cell or it runs away. */
export function HookUpFaults({ run, facts: { lists } }: StageProps) {
  const faults = lists ? faultsAsTicked(hookUpFactsOf(run.world), lists, run.workSteps ?? []) : []
  if (faults.length === 0) return null
  return (
    <Notice tone="inside-look" isSmall>
      As ticked in Isolate, {faults.join('; ')}.
    </Notice>
  )
}
