import { remedyFactsOf } from '@/core/run/advise/adviseRound'
import { fetchedAhead } from '../../parts/fetchedAhead'
import { JudgeFoot } from '../judge/JudgeFoot'
import { StageCorridors } from '../judge/StageCorridors'
import { CurveOrBudget } from './CurveOrBudget'
import { HookUpFaults } from './HookUpNow'
import { StageReadings } from './StageReadings'
import { StageVerdict } from './StageVerdict'
import type { StageProps, StageView } from './stageView'

const DiagnosisView = fetchedAhead(() => import('../../parts/DiagnosisView').then(({ DiagnosisView }) => DiagnosisView))

/** The verdict, what the readings point to, and the decision. */
export const judge: StageView = {
  Left: (props) => {
    const { diagnosis } = props.facts
    return (
      <>
        <StageVerdict {...props} />
        <HookUpFaults {...props} />
        {diagnosis && <DiagnosisView answer={diagnosis} remedyFacts={remedyFactsOf(props.run.world)} most={3} />}
        <StageReadings {...props} isFolded={diagnosis !== null} />
      </>
    )
  },
  Right: (props) => {
    const { run, facts } = props
    return (
      <CurveOrBudget {...props}>
        {run.world.readsDigital && <StageCorridors world={run.world} points={facts.judged.points} />}
      </CurveOrBudget>
    )
  },
  Foot: DecisionFoot,
}

function DecisionFoot({ facts: { advice, round }, write }: StageProps) {
  if (!advice) return null // cannot be: Judge is reached with a round that can be advised on
  return (
    <JudgeFoot
      advice={advice}
      decide={(decision, reason) => write('decision', { round: round.round, decision, reason })}
    />
  )
}
