import { fetchedAhead } from '../../../kit/parts/fetchedAhead'
import { WorkPanel } from '../work/WorkPanel'
import { HookUpNow } from './HookUpNow'
import { StepFoot } from './StepFoot'
import type { StageView } from './stageView'

const TerminalPanel = fetchedAhead(() => import('../work/TerminalPanel').then(({ TerminalPanel }) => TerminalPanel))

/** Out of service, step by step. */
export const isolate: StageView = {
  Left: ({ run, facts: { steps } }) => <WorkPanel run={run} list="isolate" steps={steps} />,
  Right: (props) =>
    props.mayWork && props.facts.nextWork?.id === 'terminals' ? (
      <div className="run-panel">
        <TerminalPanel run={props.run} record={(check) => props.write('terminal-checks', check)} />
      </div>
    ) : (
      <HookUpNow {...props} />
    ),
  Foot: (props) => <StepFoot {...props} list="isolate" />,
}
