import { judgingBasis } from '@/core/run/judge/judgeSteps'
import type { RunState } from '@/core/run/runState'
import { IN_SERVICE, type ValveStates } from '@/core/run/work/valves'
import { valvesAfter, type WorkList, type WorkStep } from '@/core/run/work/workStep'
import type { RunView } from '@/schema/runView'
import { HookUpPicture } from '../pictures/HookUpPicture'
import { BudgetPanel } from './BudgetPanel'
import type { DeskFacts } from './deskFacts'
import { HotOffsetPanel } from './HotOffsetPanel'
import { LiveCorridor } from './LiveCorridor'
import { LoopCheckPanel } from './LoopCheckPanel'
import type { EarlierCurve } from './runPictures'
import { ScrewPad } from './ScrewPad'
import { StageCorridors } from './StageCorridors'
import type { TypedStore } from './typedStore'

type Props = {
  run: RunView
  state: RunState
  facts: DeskFacts
  earlier: EarlierCurve | null
  /** What stands in the entry line. */
  typed: TypedStore
  /** Whether this person may record something now. */
  mayWork: boolean
  /** Present while the budget is looked at in the place of the picture. */
  budget?: { show: (isShown: boolean) => void } | undefined
  write: (route: string, body: unknown) => Promise<string | null>
}

/** The picture that belongs to the stage, or the panel that is worked in there. */
export function RunRight({ run, state, facts, earlier, typed, mayWork, budget, write }: Props) {
  const { nextWork, list, lists, screws, round, judged, armed, stage } = facts
  const { world } = run
  if (mayWork && nextWork?.id === 'loop-check')
    return (
      <div className="run-panel">
        <LoopCheckPanel
          run={run}
          judged={judged}
          record={(check) => write('loop-checks', check)}
          trimToHost={(reason) => write('decision', { round: round.round, decision: 'adjust', reason })}
        />
      </div>
    )
  if (mayWork && nextWork?.id === 'hot-offset')
    return (
      <div className="run-panel">
        <HotOffsetPanel run={run} record={(done) => write('adjustments', done)} />
      </div>
    )
  if (list && lists) return <HookUpPicture hookUp={world.configuration.hookUp} states={valvesOf(run, lists)} />
  if (budget && world.statesUncertainty)
    return <BudgetPanel world={world} points={judged.points} typed={typed} close={() => budget.show(false)} />
  if (screws)
    return <ScrewPad work={screws} unit={judgingBasis(world).scale.unit} decimals={facts.decimals.computedOutput - 1} />
  if (world.readsDigital && stage === 'judge') return <StageCorridors world={world} points={judged.points} />
  return <LiveCorridor {...{ run, rounds: state.rounds, earlier, armed, typed }} />
}

/** How the valves stand after what was ticked in both lists. */
function valvesOf({ world, workSteps = [] }: RunView, { isolate, restore }: Record<WorkList, WorkStep[]>): ValveStates {
  const isDone = (list: WorkList) => (id: string) =>
    workSteps.some((each) => each.list === list && each.item === id && each.outcome === 'done')
  const out = valvesAfter(IN_SERVICE[world.configuration.hookUp], isolate, isDone('isolate'))
  return valvesAfter(out, restore, isDone('restore'))
}
