import { WorkPanel } from '../work/WorkPanel'
import { HookUpNow } from './HookUpNow'
import { StepFoot } from './StepFoot'
import type { StageView } from './stageView'

/** Out of service, step by step. */
export const isolate: StageView = {
  Left: ({ run, facts: { steps } }) => <WorkPanel run={run} list="isolate" steps={steps} />,
  Right: HookUpNow,
  Foot: (props) => <StepFoot {...props} list="isolate" />,
}
