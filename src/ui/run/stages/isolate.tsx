import { WorkFoot } from '../work/WorkFoot'
import { WorkPanel } from '../work/WorkPanel'
import { HookUpNow } from './HookUpNow'
import type { StageProps, StageView } from './stageView'

/** Out of service, step by step. */
export const isolate: StageView = {
  Left: ({ run, facts: { steps } }) => <WorkPanel run={run} list="isolate" steps={steps} />,
  Right: HookUpNow,
  Foot: IsolateFoot,
}

function IsolateFoot({ run, facts, write }: StageProps) {
  const { nextWork, steps, round } = facts
  if (!nextWork) return null // cannot be: with its last step answered the run has left Isolate
  return (
    <WorkFoot
      list="isolate"
      step={nextWork}
      place={{ position: steps.indexOf(nextWork), count: steps.length }}
      answer={(answer) => write('work-steps', answer)}
      recorded={round.adjustments.length + (run.loopChecks?.length ?? 0)}
    />
  )
}
