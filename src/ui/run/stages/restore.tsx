import { fetchedAhead } from '../../../kit/parts/fetchedAhead'
import { WorkPanel } from '../work/WorkPanel'
import { adjustAgainOf } from './adjustAgain'
import { HookUpNow } from './HookUpNow'
import { StageReadings } from './StageReadings'
import { StageVerdict } from './StageVerdict'
import { StepFoot } from './StepFoot'
import type { StageProps, StageView } from './stageView'

const HotOffsetPanel = fetchedAhead(() => import('../work/HotOffsetPanel').then(({ HotOffsetPanel }) => HotOffsetPanel))
const LoopCheckPanel = fetchedAhead(() => import('../work/LoopCheckPanel').then(({ LoopCheckPanel }) => LoopCheckPanel))

/** Back into service, step by step, with the host looked at on the way. */
export const restore: StageView = {
  Left: (props) => (
    <>
      <StageVerdict {...props} />
      <WorkPanel run={props.run} list="restore" steps={props.facts.steps} />
      <StageReadings {...props} isFolded />
    </>
  ),
  Right: WorkedIn,
  Foot: (props) => <StepFoot {...props} {...adjustAgainOf(props)} list="restore" />,
}

/** What the next step is worked in; the hook-up where that is its valves. */
function WorkedIn(props: StageProps) {
  const { run, facts, mayWork, write } = props
  const item = mayWork ? facts.nextWork?.id : undefined
  if (item === 'loop-check')
    return (
      <div className="run-panel">
        <LoopCheckPanel
          run={run}
          judged={facts.judged}
          record={(check) => write('loop-checks', check)}
          trimToHost={(reason) => write('decision', { round: facts.round.round, decision: 'adjust', reason })}
        />
      </div>
    )
  if (item === 'hot-offset')
    return (
      <div className="run-panel">
        <HotOffsetPanel run={run} record={(done) => write('adjustments', done)} />
      </div>
    )
  return <HookUpNow {...props} />
}
