import { remedyFactsOf } from '@/core/run/advise/adviseRound'
import { roundSlips } from '@/core/run/judge/roundSlips'
import { pointName } from '@/core/run/plan/pointScale'
import { fetchedAhead } from '../../../kit/parts/fetchedAhead'
import { Notice } from '../../../kit/parts/Notice'
import { TextButton } from '../../../kit/parts/TextButton'
import { JudgeFoot } from '../judge/JudgeFoot'
import { StageCorridors } from '../judge/StageCorridors'
import { CurveOrBudget } from './CurveOrBudget'
import { HookUpFaults } from './HookUpNow'
import { StageReadings } from './StageReadings'
import { StageVerdict } from './StageVerdict'
import type { StageProps, StageView } from './stageView'

const DiagnosisView = fetchedAhead(() =>
  import('../../../kit/parts/DiagnosisView').then(({ DiagnosisView }) => DiagnosisView),
)

/** The verdict, what the readings point to, and the decision. */
export const judge: StageView = {
  Left: (props) => {
    const { diagnosis } = props.facts
    return (
      <>
        <StageVerdict {...props} />
        <HookUpFaults {...props} />
        <SlipsFound {...props} />
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

/** Readings of the round that look like slips, each with the way to its row. */
function SlipsFound({ run: { world }, facts: { round }, correct }: StageProps) {
  const found = roundSlips(round.steps, world)
  if (found.length === 0) return null
  return (
    <Notice tone="inside-look" isSmall>
      <p>Some readings look like slips:</p>
      <ul className="cautions">
        {found.map(({ step, slip }) => (
          <li key={step.id}>
            {pointName(step.percent, world.configuration)}, {step.direction}: {slip.words}{' '}
            {correct && <TextButton onClick={() => correct(step)}>Check this row</TextButton>}
          </li>
        ))}
      </ul>
    </Notice>
  )
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
