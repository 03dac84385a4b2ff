import { fetchedAhead } from '../../../kit/parts/fetchedAhead'
import { LiveCorridor } from '../reading/LiveCorridor'
import type { StageProps } from './stageView'

const BudgetPanel = fetchedAhead(() => import('../judge/BudgetPanel').then(({ BudgetPanel }) => BudgetPanel))

/** The corridor of errors; in its place the budget while that is looked at. */
export function CurveOrBudget({ children, ...props }: StageProps & { children?: React.ReactNode }) {
  const { run, state, facts, earlier, typed, closeBudget } = props
  const { world } = run
  if (closeBudget && world.statesUncertainty)
    return <BudgetPanel world={world} points={facts.judged.points} typed={typed} close={closeBudget} />
  return children ?? <LiveCorridor {...{ run, rounds: state.rounds, earlier, armed: facts.armed, typed }} />
}
